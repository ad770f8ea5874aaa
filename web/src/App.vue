<script setup lang="ts">
import "./look/walls";
</script>

<template>
  <v-app>
    <router-view />
  </v-app>
</template>
