/** One set of design tokens feeds the page, Naive UI and the drawings. */
import type { GlobalThemeOverrides } from 'naive-ui'
import tokens from '@design/design_tokens.json'

export type Light = 'day' | 'dusk'

/** Writes the tokens of the light as CSS variables on the page. */
export function applyTokens(light: Light): void {
  const root = document.documentElement
  for (const [name, colour] of Object.entries(tokens[light])) root.style.setProperty(`--${name}`, colour)
  root.style.colorScheme = light === 'day' ? 'light' : 'dark'
}

/** Naive UI's theme from the same tokens. */
export function naiveTheme(light: Light): GlobalThemeOverrides {
  const t = tokens[light]
  return {
    common: {
      fontFamily: `'${tokens.font}', sans-serif`,
      fontSize: '15px',
      fontSizeMedium: '15px',
      fontSizeLarge: '16px',
      borderRadius: `${tokens.radius_px}px`,
      borderRadiusSmall: `${tokens.radius_px}px`,
      primaryColor: t.stream,
      primaryColorHover: t.stream,
      primaryColorPressed: t.stream,
      primaryColorSuppl: t.stream,
      errorColor: t.rust,
      errorColorHover: t.rust,
      warningColor: t.ochre,
      textColorBase: t.ink,
      textColor1: t.ink,
      textColor2: t.ink,
      textColor3: t.quiet,
      placeholderColor: t.quiet,
      bodyColor: t.paper,
      cardColor: t.sheet,
      modalColor: t.sheet,
      popoverColor: t.sheet,
      inputColor: t.sheet,
      tableColor: t.sheet,
      borderColor: t.quiet,
      dividerColor: t.rule,
      hoverColor: t['stream-tint'],
      heightMedium: '44px',
      heightLarge: '48px',
      heightSmall: '36px',
      iconColor: t.quiet,
    },
    Button: {
      textColorPrimary: t['on-stream'],
      textColorHoverPrimary: t['on-stream'],
      textColorPressedPrimary: t['on-stream'],
      textColorFocusPrimary: t['on-stream'],
      fontWeight: '600',
      border: `1px solid ${t.quiet}`,
    },
    Input: {
      border: `1px solid ${t.quiet}`,
      color: t.sheet,
      colorFocus: t.sheet,
      textColor: t.ink,
      textColorDisabled: t.quiet,
      suffixTextColor: t.quiet,
    },
    InternalSelection: {
      border: `1px solid ${t.quiet}`,
      textColor: t.ink,
      textColorDisabled: t.quiet,
      color: t.sheet,
      colorActive: t.sheet,
    },
    Checkbox: { textColorDisabled: t.quiet },
    Tooltip: { color: t.ink, textColor: t.paper },
  }
}
