/** PrimeVue's components in the scorebook's dress: values point at the tokens, so themes follow. */
import { definePreset } from '@primeuix/themes'
import base from '@primeuix/themes/aura/base'
import button from '@primeuix/themes/aura/button'
import dialog from '@primeuix/themes/aura/dialog'
import menu from '@primeuix/themes/aura/menu'
import inputtext from '@primeuix/themes/aura/inputtext'
import select from '@primeuix/themes/aura/select'
import slider from '@primeuix/themes/aura/slider'
import textarea from '@primeuix/themes/aura/textarea'
import toggleswitch from '@primeuix/themes/aura/toggleswitch'

/** The components in use, and no others. */
const inUse = {
  ...base,
  components: { button, dialog, inputtext, menu, select, slider, textarea, toggleswitch },
}

const surfaces = Object.fromEntries(
  [0, 50, 100, 200, 300, 400, 500, 600, 700, 800, 900, 950].map((step) => [
    step,
    `color-mix(in srgb, var(--ink) ${step / 10}%, var(--sheet))`,
  ]),
)
const scheme = {
  surface: surfaces,
  primary: {
    color: 'var(--ink)',
    contrastColor: 'var(--sheet)',
    hoverColor: 'color-mix(in srgb, var(--ink) 85%, var(--sheet))',
    activeColor: 'var(--ink)',
  },
  highlight: {
    background: 'var(--tint)',
    focusBackground: 'var(--tint)',
    color: 'var(--ink)',
    focusColor: 'var(--ink)',
  },
  text: {
    color: 'var(--ink)',
    hoverColor: 'var(--ink)',
    mutedColor: 'var(--muted)',
    hoverMutedColor: 'var(--ink)',
  },
  content: {
    background: 'var(--sheet)',
    hoverBackground: 'var(--tint)',
    borderColor: 'var(--hairline)',
    color: 'var(--ink)',
    hoverColor: 'var(--ink)',
  },
  overlay: {
    select: { background: 'var(--sheet)', borderColor: 'var(--hairline)', color: 'var(--ink)' },
    popover: { background: 'var(--sheet)', borderColor: 'var(--hairline)', color: 'var(--ink)' },
    modal: { background: 'var(--sheet)', borderColor: 'var(--hairline)', color: 'var(--ink)' },
  },
  formField: {
    background: 'var(--sheet)',
    borderColor: 'var(--hairline)',
    hoverBorderColor: 'var(--muted)',
    focusBorderColor: 'var(--brass)',
    color: 'var(--ink)',
    placeholderColor: 'var(--muted)',
    shadow: 'none',
  },
}

const outlined = {
  primary: {
    borderColor: 'var(--muted)',
    color: 'var(--ink)',
    hoverBackground: 'var(--tint)',
    activeBackground: 'var(--tint)',
  },
}
const text = {
  primary: { color: 'var(--ink)', hoverBackground: 'var(--tint)', activeBackground: 'var(--tint)' },
}

export const Scorebook = definePreset(inUse, {
  semantic: {
    focusRing: { width: '2px', style: 'solid', color: 'var(--brass)', offset: '2px' },
    overlay: {
      select: { shadow: 'none' },
      popover: { shadow: 'none' },
      modal: { shadow: 'none', borderRadius: '14px' },
    },
    formField: { borderRadius: '9px', paddingX: '0.7rem', paddingY: '0.4rem' },
    colorScheme: { light: scheme, dark: scheme },
  },
  components: {
    button: {
      root: { borderRadius: '9px', paddingX: '0.8rem', paddingY: '0.42rem' },
      colorScheme: { light: { outlined, text }, dark: { outlined, text } },
    },
  },
})
