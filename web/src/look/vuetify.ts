/** Vuetify for behaviour; the look is our own (base.css). */
import "vuetify/styles/core";
import { createVuetify } from "vuetify";

function nonce(): string | undefined {
  return document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content;
}

export const vuetify = createVuetify({
  theme: {
    defaultTheme: "plain",
    cspNonce: nonce(),
    themes: {
      plain: {
        dark: false,
        colors: { background: "#8f8f8f", surface: "#a8a8a8", primary: "#111111", secondary: "#222222" },
        variables: { "medium-emphasis-opacity": 0.8 },
      },
    },
  },
  defaults: {
    global: { ripple: false },
    VDialog: { transition: false },
    VSlider: { hideDetails: true, thumbSize: 22, trackSize: 3, color: "primary" },
  },
});
