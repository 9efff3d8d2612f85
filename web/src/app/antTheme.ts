import { theme, type ThemeConfig } from 'antd';

/** Ant Design in the colours and sizes of docs/architecture.md, "The look". */
export function antTheme(dark: boolean): ThemeConfig {
  return {
    algorithm: dark ? theme.darkAlgorithm : theme.defaultAlgorithm,
    token: {
      colorPrimary: dark ? '#e39a78' : '#9a4528',
      colorLink: dark ? '#e39a78' : '#9a4528',
      colorTextLightSolid: dark ? '#1b1815' : '#fffdf9',
      colorBgBase: dark ? '#211e1a' : '#fffdf9',
      colorTextBase: dark ? '#efe8dc' : '#2a2621',
      colorBorder: dark ? '#3a342d' : '#ddd5c7',
      colorTextPlaceholder: dark ? '#a99f90' : '#6b6357',
      colorError: dark ? '#f0907f' : '#a33224',
      borderRadius: 4,
      boxShadow: '0 0 0 1px var(--hairline)',
      boxShadowSecondary: '0 0 0 1px var(--hairline)',
      fontFamily: "'Source Sans 3 Variable', 'Liberation Sans', sans-serif",
      fontSize: 14,
      controlHeight: 30,
      motion: false,
      wireframe: false,
    },
  };
}
