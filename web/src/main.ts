import { createPinia } from "pinia";
import { createApp } from "vue";
import App from "./App.vue";
import "./look/base.css";
import { keepFocus } from "./look/focus";
import { vuetify } from "./look/vuetify";
import { router } from "./router";

createApp(App).use(createPinia()).use(router).use(vuetify).mount("#app");
keepFocus();
