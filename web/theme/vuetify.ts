import {
  mdiAlertCircleOutline,
  mdiCheckboxBlankOutline,
  mdiCheckboxMarked,
  mdiChevronDown,
  mdiClose,
  mdiMinusBox,
  mdiRadioboxBlank,
  mdiRadioboxMarked,
} from '@mdi/js'
import { createVuetify } from 'vuetify'
import { mdi } from 'vuetify/iconsets/mdi-svg'

/** Only the marks that form controls need; the application draws its own signs. */
const aliases = {
  close: mdiClose,
  clear: mdiClose,
  // Of what was chosen among many.
  delete: mdiClose,
  dropdown: mdiChevronDown,
  error: mdiAlertCircleOutline,
  checkboxOn: mdiCheckboxMarked,
  checkboxOff: mdiCheckboxBlankOutline,
  checkboxIndeterminate: mdiMinusBox,
  radioOn: mdiRadioboxMarked,
  radioOff: mdiRadioboxBlank,
}

export const vuetify = createVuetify({
  icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
  theme: {
    defaultTheme: 'light',
    themes: {
      light: {
        dark: false,
        colors: {
          background: '#e9eef1',
          surface: '#f7f9fa',
          primary: '#a8400f',
          secondary: '#33434d',
          error: '#8f1d2c',
          'on-background': '#10171c',
          'on-surface': '#10171c',
          'on-primary': '#ffffff',
        },
      },
      dark: {
        dark: true,
        colors: {
          background: '#0e1418',
          surface: '#162027',
          primary: '#f0925a',
          secondary: '#b7c6cf',
          error: '#ff9aa5',
          'on-background': '#e8eef1',
          'on-surface': '#e8eef1',
          'on-primary': '#1b0d04',
        },
      },
    },
  },
  defaults: {
    VBtn: { variant: 'outlined', rounded: 'sm', elevation: 0, class: 'text-none' },
    VTextField: { variant: 'outlined', density: 'compact', hideDetails: 'auto' },
    VTextarea: { variant: 'outlined', density: 'compact', hideDetails: 'auto', rows: 2, autoGrow: true },
    VSelect: { variant: 'outlined', density: 'compact', hideDetails: 'auto', menuIcon: '$dropdown' },
    VAutocomplete: { variant: 'outlined', density: 'compact', hideDetails: 'auto', menuIcon: '$dropdown' },
    VCombobox: { variant: 'outlined', density: 'compact', hideDetails: 'auto', menuIcon: '$dropdown' },
    VCheckbox: { density: 'compact', hideDetails: 'auto' },
    VDialog: { scrollable: true },
  },
})
