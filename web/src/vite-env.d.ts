/// <reference types="vite/client" />
declare module "vuetify/styles/core";
