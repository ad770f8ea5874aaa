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
  // The day before the month, as everywhere here.
  date: { locale: { en: "en-GB" } },
  // Drawn here: the usual icons are a font of thousands.
  icons: {
    aliases: {
      prev: ["M14 5l-7 7 7 7 1.5-1.5L10 12l5.5-5.5z"],
      next: ["M10 5l7 7-7 7-1.5-1.5L14 12 8.5 6.5z"],
      subgroup: ["M6 9l6 7 6-7z"],
    },
  },
  defaults: {
    global: { ripple: false },
    VDialog: { transition: false },
    VMenu: { transition: false },
    VTooltip: { transition: false },
    VSlider: { hideDetails: true, thumbSize: 22, trackSize: 3, color: "primary" },
  },
});
