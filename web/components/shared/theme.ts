import { theme as antd, type ThemeConfig } from "antd";

export type ThemeName = "day" | "night";
export const THEME_COOKIE = "mirvek-theme";

// The same inks as globals.css: the component library computes shades and needs plain colours.
const INK = {
  day: {
    paper: "#f2ece0",
    sheet: "#fffdf8",
    ink: "#1b2629",
    muted: "#566164",
    rule: "#d8cdb9",
    ruleStrong: "#8b8270",
    copper: "#8c4517",
    sound: "#17633f",
    worn: "#7a4d00",
    failed: "#a01d18",
  },
  night: {
    paper: "#11161a",
    sheet: "#192024",
    ink: "#ebe5d8",
    muted: "#a6b0ae",
    rule: "#303a3e",
    ruleStrong: "#6d7a7e",
    copper: "#e59c62",
    sound: "#6fc898",
    worn: "#e4b24e",
    failed: "#ff8f85",
  },
} as const;

/** The component library in Mirvek's inks, set once. */
export function antdTheme(name: ThemeName): ThemeConfig {
  const c = INK[name];
  return {
    // its rules come as one file that the browser keeps; only colours and sizes are worked out for each page
    zeroRuntime: true,
    hashed: false,
    algorithm: name === "night" ? antd.darkAlgorithm : antd.defaultAlgorithm,
    token: {
      colorPrimary: c.copper,
      colorInfo: c.copper,
      colorLink: c.copper,
      colorSuccess: c.sound,
      colorWarning: c.worn,
      colorError: c.failed,
      colorBgBase: c.sheet,
      colorBgContainer: c.sheet,
      colorBgElevated: c.sheet,
      colorBgLayout: c.paper,
      colorTextBase: c.ink,
      colorText: c.ink,
      colorTextSecondary: c.muted,
      colorTextTertiary: c.muted,
      colorTextPlaceholder: c.muted,
      colorTextDescription: c.muted,
      colorBorder: c.ruleStrong,
      colorBorderSecondary: c.rule,
      colorTextLightSolid: name === "night" ? "#11161a" : "#fffdf8",
      borderRadius: 3,
      fontFamily: `"Atkinson Hyperlegible Next Variable", system-ui, sans-serif`,
      fontFamilyCode: `"Atkinson Hyperlegible Mono Variable", ui-monospace, monospace`,
      fontSize: 15,
      controlHeight: 34,
      motion: false,
      boxShadow: "none",
      boxShadowSecondary: `0 0 0 1px ${c.ruleStrong}`,
    },
    components: {
      Button: { primaryShadow: "none", defaultShadow: "none", fontWeight: 600 },
      Segmented: { itemSelectedBg: c.copper, itemSelectedColor: name === "night" ? "#11161a" : "#fffdf8", trackBg: c.paper },
      Form: { itemMarginBottom: 12, verticalLabelPadding: "0 0 3px" },
    },
  };
}
