'use client'
import { createTheme } from '@mui/material/styles'

declare module '@mui/material/styles' {
  interface TypographyVariants {
    figure: React.CSSProperties
  }
  interface TypographyVariantsOptions {
    figure?: React.CSSProperties
  }
}
declare module '@mui/material/Typography' {
  interface TypographyPropsVariantOverrides {
    figure: true
  }
}

const words = "'Atkinson Hyperlegible Next Variable', 'Liberation Sans', sans-serif"
const figures = "'Spline Sans Mono Variable', 'Liberation Mono', monospace"

/**
 * The look in one place. primary: what acts (ink, in the dark paper); secondary: selected and focus; error: late;
 * warning: near. Screens name these, never a colour.
 */
export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'data-scheme' },
  colorSchemes: {
    light: {
      palette: {
        primary: { main: '#10222E', contrastText: '#FFFFFF' },
        secondary: { main: '#5A4FCF', contrastText: '#FFFFFF' },
        error: { main: '#8E1F2F', contrastText: '#FFFFFF' },
        warning: { main: '#946000', contrastText: '#FFFFFF' },
        success: { main: '#2E5E4E', contrastText: '#FFFFFF' },
        info: { main: '#4A5C66', contrastText: '#FFFFFF' },
        text: { primary: '#10222E', secondary: '#4A5C66' },
        background: { default: '#EEF2F1', paper: '#FFFFFF' },
        divider: '#D3DBDA',
        action: { hover: 'rgba(16, 34, 46, 0.06)', selected: 'rgba(90, 79, 207, 0.10)' },
      },
    },
    dark: {
      palette: {
        primary: { main: '#FFFFFF', contrastText: '#10222E' },
        secondary: { main: '#8F86FF', contrastText: '#10222E' },
        error: { main: '#FF8A7A', contrastText: '#10222E' },
        warning: { main: '#E8B84A', contrastText: '#10222E' },
        success: { main: '#9CCDBB', contrastText: '#10222E' },
        info: { main: '#B4C2C8', contrastText: '#10222E' },
        text: { primary: '#F3F7F6', secondary: '#B4C2C8' },
        background: { default: '#0B171F', paper: '#10222E' },
        divider: '#2C414D',
        action: { hover: 'rgba(255, 255, 255, 0.08)', selected: 'rgba(143, 134, 255, 0.18)' },
      },
    },
  },
  shape: { borderRadius: 8 },
  typography: {
    fontFamily: words,
    fontSize: 15,
    htmlFontSize: 16,
    body1: { fontSize: '0.9375rem' },
    body2: { fontSize: '0.875rem' },
    caption: { fontSize: '0.875rem' },
    h1: { fontSize: '1.375rem', fontWeight: 650 },
    h2: { fontSize: '1.125rem', fontWeight: 650 },
    h3: { fontSize: '1rem', fontWeight: 650 },
    button: { textTransform: 'none', fontSize: '0.875rem', fontWeight: 500 },
    figure: { fontFamily: figures, fontSize: '0.875rem', fontVariantNumeric: 'tabular-nums' },
  },
  components: {
    MuiButton: {
      defaultProps: { disableElevation: true, variant: 'outlined' },
      styleOverrides: { root: { minHeight: 32, paddingBlock: 3, lineHeight: 1.5, transition: 'none' } },
    },
    MuiButtonBase: {
      defaultProps: { disableRipple: true },
      styleOverrides: {
        root: ({ theme: t }) => ({
          '&:focus-visible': { outline: `3px solid ${(t.vars ?? t).palette.secondary.main}`, outlineOffset: 2 },
        }),
      },
    },
    MuiToggleButton: {
      styleOverrides: {
        root: ({ theme: t }) => ({
          color: (t.vars ?? t).palette.text.primary,
          textTransform: 'none',
          '&.Mui-selected': { fontWeight: 700, textDecoration: 'underline', textUnderlineOffset: 4 },
        }),
      },
    },
    // Labels stand in the outline's gap at 14 px, not at three quarters of the text.
    MuiInputLabel: {
      styleOverrides: { shrink: { '&.MuiInputLabel-outlined': { transform: 'translate(14px, -10px) scale(0.935)' } } },
    },
    MuiOutlinedInput: { styleOverrides: { notchedOutline: { '& legend': { fontSize: '0.935em' } } } },
    MuiTextField: { defaultProps: { size: 'small' } },
    MuiPaper: { defaultProps: { elevation: 0 }, styleOverrides: { root: { backgroundImage: 'none' } } },
    MuiTooltip: { styleOverrides: { tooltip: { fontSize: '0.875rem' } } },
    MuiFormHelperText: { styleOverrides: { root: { fontSize: '0.875rem', marginInline: 0 } } },
    MuiCssBaseline: {
      styleOverrides: {
        '@media (prefers-reduced-motion: reduce)': {
          '*': { transition: 'none !important', animation: 'none !important' },
        },
      },
    },
  },
})

export const figureFont = figures
