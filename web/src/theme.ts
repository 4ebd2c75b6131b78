/** The look: ink on paper with one accent. Contrast of every text colour is 5.7 : 1 or better. */
import { createSystem, defaultBaseConfig, defineConfig } from "@chakra-ui/react";
import {
  animationStyles,
  breakpoints,
  buttonRecipe,
  dialogSlotRecipe,
  globalCss,
  headingRecipe,
  inputRecipe,
  keyframes,
  layerStyles,
  linkRecipe,
  menuSlotRecipe,
  nativeSelectSlotRecipe,
  progressSlotRecipe,
  semanticTokens,
  tableSlotRecipe,
  textStyles,
  tokens,
} from "@chakra-ui/react/theme";

const both = (light: string, dark: string) => ({ value: { _light: light, _dark: dark } });

const severity = (fg: [string, string], tint: [string, string]) => ({
  fg: both(...fg),
  subtle: both(...tint),
});

/** What the package ships, with the recipes of those components alone that are used here. */
const base = defineConfig({
  preflight: true,
  cssVarsPrefix: "chakra",
  cssVarsRoot: ":where(html, .chakra-theme)",
  globalCss,
  theme: {
    breakpoints,
    keyframes,
    tokens,
    semanticTokens,
    textStyles,
    layerStyles,
    animationStyles,
    recipes: { button: buttonRecipe, heading: headingRecipe, input: inputRecipe, link: linkRecipe },
    slotRecipes: {
      dialog: dialogSlotRecipe,
      menu: menuSlotRecipe,
      nativeSelect: nativeSelectSlotRecipe,
      progress: progressSlotRecipe,
      table: tableSlotRecipe,
    },
  },
});

const config = defineConfig({
  globalCss: {
    "html, body, #root": { height: "100%" },
    body: { bg: "bg", color: "fg", fontSize: "15px", lineHeight: 1.4 },
    "*:focus-visible": { outline: "2px solid var(--chakra-colors-accent-fg)", outlineOffset: "2px" },
    ".no-print": { "@media print": { display: "none !important" } },
    ".only-print": { display: "none", "@media print": { display: "inline" } },
    ".only-print-cell": { display: "none !important", "@media print": { display: "table-cell !important" } },
    "table, td, th": { "@media print": { fontSize: "12px !important" } },
    "main td, main th": { "@media print": { paddingInline: "4px !important", minWidth: "0 !important", whiteSpace: "normal !important" } },
    "tbody tr, thead tr, [role=row]": { "@media print": { background: "none !important" } },
    ".only-print-block": { display: "none", "@media print": { display: "block" } },
    ".print-whole": {
      "@media print": { minWidth: "0 !important", height: "auto !important", maxHeight: "none !important", overflow: "visible !important" },
    },
    // Paper: one column, no buttons, what stands in a field as text, and colours as they are (strands, marks).
    "@page": { margin: "12mm" },
    "html, body, .chakra-theme": { "@media print": { background: "white !important", height: "auto !important", printColorAdjust: "exact" } },
    "#root": { "@media print": { height: "auto !important" } },
    ".print-column": { "@media print": { flexDirection: "column !important", display: "flex !important" } },
    ".print-column > *": { "@media print": { width: "100% !important", maxWidth: "none !important" } },
    "main aside": { "@media print": { width: "100% !important" } },
    ".chakra-button:not(.print-text)": { "@media print": { display: "none !important" } },
    ".chakra-button.print-text": { "@media print": { border: "none !important", background: "none !important", color: "inherit !important" } },
    "select, input, textarea": {
      "@media print": { border: "none !important", background: "none !important", appearance: "none !important", paddingInline: "0 !important" },
    },
    ".chakra-native-select__indicator": { "@media print": { display: "none !important" } },
    "tr, [role=row], [role=listitem]": { "@media print": { breakInside: "avoid" } },
    a: { "@media print": { color: "inherit !important", textDecoration: "none !important" } },
  },
  theme: {
    tokens: {
      fonts: {
        body: { value: "'Atkinson Hyperlegible Next Variable', sans-serif" },
        heading: { value: "'Atkinson Hyperlegible Next Variable', sans-serif" },
        mono: { value: "'Atkinson Hyperlegible Mono Variable', monospace" },
      },
    },
    semanticTokens: {
      colors: {
        bg: {
          DEFAULT: both("#F7F4EC", "#12191D"),
          panel: both("#FFFFFF", "#1A2429"),
          subtle: both("#FFFFFF", "#1A2429"),
          muted: both("#EFEADD", "#222E34"),
          emphasized: both("#E4DDCC", "#2C3A41"),
        },
        fg: {
          DEFAULT: both("#16262E", "#EDF1EE"),
          muted: both("#4A5B63", "#A9B7BC"),
          subtle: both("#4A5B63", "#A9B7BC"),
          error: both("#A8200D", "#FF9C8A"),
          inverted: both("#FFFFFF", "#12191D"),
        },
        border: {
          DEFAULT: both("#CFC8B8", "#3A474D"),
          subtle: both("#CFC8B8", "#3A474D"),
          emphasized: both("#8B8677", "#66757C"),
          error: both("#A8200D", "#FF9C8A"),
        },
        accent: {
          solid: both("#7A2E6B", "#E7A6D8"),
          contrast: both("#FFFFFF", "#12191D"),
          fg: both("#7A2E6B", "#E7A6D8"),
          subtle: both("#F3E6F0", "#3A2336"),
          muted: both("#E6CFE1", "#4C3047"),
          emphasized: both("#D9B8D2", "#5D3C57"),
          focusRing: both("#7A2E6B", "#E7A6D8"),
          border: both("#7A2E6B", "#E7A6D8"),
        },
        stop: severity(["#A8200D", "#FF9C8A"], ["#FBE7E3", "#45211B"]),
        warn: severity(["#7A4F00", "#F2C46B"], ["#FBF0D9", "#3D300F"]),
        note: severity(["#2B5C8A", "#9CC7EE"], ["#E6EFF7", "#1B3145"]),
        fine: severity(["#0F6B3F", "#7FD6A6"], ["#E2F2E8", "#16382A"]),
        // TIA-598 strand and tube colours, in shades of the project's own; always with the word.
        strand: {
          blue: both("#2F6FC4", "#4F8FE0"),
          orange: both("#E07A1F", "#F08A3C"),
          green: both("#2E9150", "#4DB573"),
          brown: both("#8A5A34", "#A9754A"),
          slate: both("#7D8B91", "#8D9BA1"),
          white: both("#FFFFFF", "#FFFFFF"),
          red: both("#C8362B", "#E0564B"),
          black: both("#16191B", "#000000"),
          yellow: both("#E6C21A", "#F0D040"),
          violet: both("#7B4BB0", "#9B70CC"),
          rose: both("#E58BA7", "#F0A3BA"),
          aqua: both("#3DBBC4", "#5AD0D8"),
        },
        // Only for real sheaths, always with the word beside the colour.
        sheath: {
          yellow: both("#D9AE0B", "#E8C233"),
          orange: both("#D9690F", "#F08A3C"),
          aqua: both("#14A0AD", "#35C3CF"),
          violet: both("#8749B8", "#B98AE0"),
          lime: both("#83AD12", "#A9D23A"),
          black: both("#16262E", "#7E8C92"),
        },
      },
    },
  },
});

export const system = createSystem(defaultBaseConfig, base, config);

/** A theme colour for use inside SVG. */
export const paint = (token: string) => `var(--chakra-colors-${token.replace(".", "-")})`;
