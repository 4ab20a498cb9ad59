import { type CSSObject, type Theme, createTheme, useTheme } from "@mui/material/styles";
import "@fontsource/barlow/latin-400.css";
import "@fontsource/barlow/latin-500.css";
import "@fontsource/barlow/latin-600.css";
import "@fontsource/barlow/latin-700.css";
import "@fontsource/barlow-semi-condensed/latin-600.css";
import "@fontsource/barlow-semi-condensed/latin-700.css";

export const NARROW = "'Barlow Semi Condensed', 'Barlow', sans-serif";

declare module "@mui/material/styles" {
  interface CssThemeVariables {
    enabled: true;
  }
  interface Palette {
    peg: string;
    beam: string;
    on: string;
    high: string;
    low: string;
    slab: string;
    rail: string;
  }
  interface PaletteOptions {
    peg?: string;
    beam?: string;
    on?: string;
    high?: string;
    low?: string;
    slab?: string;
    rail?: string;
  }
}

const light = {
  primary: { main: "#15191c", contrastText: "#ffffff" },
  secondary: { main: "#ffc20e", contrastText: "#15191c" },
  error: { main: "#9c1c06" },
  background: { default: "#e6e9e8", paper: "#ffffff" },
  text: { primary: "#101416", secondary: "#3d4549" },
  divider: "#b4bbbb",
  peg: "#ffc20e",
  beam: "#d4004f",
  on: "#0a5c36",
  high: "#9c1c06",
  low: "#0b4591",
  slab: "#f5f3ec",
  rail: "#15191c",
};

const dark = {
  primary: { main: "#ffc20e", contrastText: "#15191c" },
  secondary: { main: "#ffc20e", contrastText: "#15191c" },
  error: { main: "#ff9f8a" },
  background: { default: "#0e1113", paper: "#191e21" },
  text: { primary: "#f3f5f4", secondary: "#c3cbcc" },
  divider: "#454e52",
  peg: "#ffc20e",
  beam: "#ff5c92",
  on: "#6fe0a6",
  high: "#ff9f8a",
  low: "#8fc1ff",
  slab: "#23292c",
  rail: "#07090a",
};

/** The colors of the light, as the styles say them: paper is white, whatever the screen is. */
function lightOf(own: Theme): CSSObject {
  const [, colors] = own
    .generateStyleSheets()
    .flatMap((sheet) => Object.entries(sheet))
    .find(([where]) => where.includes("[data-light]")) ?? ["", {}];
  return colors as CSSObject;
}

/** Nothing can be tapped or typed on paper. */
const NOT_ON_PAPER =
  "form, section:has(> form), .MuiButton-root, .MuiToggleButtonGroup-root, .MuiFormControl-root";

const options: Parameters<typeof createTheme>[0] = {
  cssVariables: { colorSchemeSelector: "data" },
  colorSchemes: { light: { palette: light }, dark: { palette: dark } },
  shape: { borderRadius: 4 },
  typography: {
    fontFamily: "'Barlow', sans-serif",
    fontSize: 15,
    h1: { fontFamily: NARROW, fontSize: "1.75rem", fontWeight: 700 },
    h2: { fontFamily: NARROW, fontSize: "1.25rem", fontWeight: 700 },
    h3: { fontFamily: NARROW, fontSize: "1.05rem", fontWeight: 700 },
    button: { textTransform: "none", fontWeight: 600, fontSize: "1rem" },
  },
  components: {
    MuiCssBaseline: {
      styleOverrides: (own: Theme) => ({
        body: { fontVariantNumeric: "tabular-nums", fontFeatureSettings: '"tnum"' },
        "@page": { margin: "14mm" },
        "@media print": {
          "html[data-dark]": lightOf(own),
          "html, body": { background: "#fff" },
          [NOT_ON_PAPER]: { display: "none !important" },
          thead: { display: "table-header-group" },
          "tr, li, figure, svg": { breakInside: "avoid" },
        },
      }),
    },
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: { root: { minHeight: 48, paddingInline: 20 } },
    },
    MuiIconButton: { styleOverrides: { root: { minWidth: 48, minHeight: 48 } } },
    MuiTextField: { defaultProps: { fullWidth: true } },
    MuiAlert: {
      styleOverrides: {
        root: ({ theme: { vars }, ownerState }) => ({
          backgroundColor: vars.palette.slab,
          color: vars.palette.text.primary,
          borderLeft: `8px solid ${ownerState.severity === "error" ? vars.palette.high : vars.palette.peg}`,
          fontSize: "1rem",
        }),
      },
    },
    MuiPaper: { defaultProps: { elevation: 0 } },
    MuiToggleButton: {
      styleOverrides: {
        root: ({ theme: { vars } }) => ({
          minHeight: 48,
          textTransform: "none",
          color: vars.palette.text.primary,
          "&.Mui-selected": { backgroundColor: vars.palette.peg, color: "#15191c" },
          "&.Mui-selected:hover": { backgroundColor: vars.palette.peg },
        }),
      },
    },
  },
};

export const theme = createTheme(options);

/** The same on a screen in the hand, however wide the page around it is. */
export const inHand = createTheme({
  ...options,
  breakpoints: { values: { xs: 0, sm: 6000, md: 6001, lg: 6002, xl: 6003 } },
});

/** The colors of the scheme in use, as CSS variables; for drawings. */
export function usePalette() {
  return useTheme().vars.palette;
}
