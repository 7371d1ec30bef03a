import { theme, type ThemeConfig } from "antd";

const fonts = {
  fontFamily: "'Atkinson Hyperlegible Next Variable', sans-serif",
  fontFamilyCode: "'Atkinson Hyperlegible Mono Variable', monospace",
  fontSize: 14,
  borderRadius: 3,
};

export const studio: ThemeConfig = {
  algorithm: theme.darkAlgorithm,
  token: {
    ...fonts,
    colorPrimary: "#f0a23c",
    colorTextLightSolid: "#1d150d",
    colorLink: "#f0a23c",
    colorBgBase: "#17110b",
    colorTextBase: "#f0e2cc",
    colorBgElevated: "#221910",
    colorBorder: "#4d3a25",
    colorError: "#ff8f7a",
    colorTextPlaceholder: "#bfa682",
  },
};

export const desk: ThemeConfig = {
  algorithm: theme.defaultAlgorithm,
  token: {
    ...fonts,
    colorPrimary: "#8a5200",
    colorLink: "#8a5200",
    colorBgBase: "#f5efe4",
    colorTextBase: "#2a2118",
    colorBgElevated: "#fbf7ef",
    colorBorder: "#c9b798",
    colorError: "#a8231a",
    colorTextPlaceholder: "#66553d",
  },
};
