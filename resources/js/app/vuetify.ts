import '@fontsource/atkinson-hyperlegible/latin-400.css'
import '@fontsource/atkinson-hyperlegible/latin-700.css'
import '@fontsource/jetbrains-mono/latin-400.css'
import '@fontsource/jetbrains-mono/latin-700.css'
import 'vuetify/styles'
import { createVuetify } from 'vuetify'
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg'

interface Palette {
  ground: string
  paper: string
  brass: string
  slate: string
  plum: string
  moss: string
}

const theme = (dark: boolean, { ground, paper, brass, slate, plum, moss }: Palette) => ({
  dark,
  colors: {
    background: ground,
    surface: paper,
    primary: brass,
    secondary: slate,
    error: plum,
    success: moss,
    warning: brass,
    info: slate,
  },
})
const light = theme(false, {
  ground: '#F3F5F1',
  paper: '#FCFDFB',
  brass: '#94640F',
  slate: '#2F5D62',
  plum: '#7A2E4D',
  moss: '#3F6B3A',
})
const dark = theme(true, {
  ground: '#12191D',
  paper: '#19232A',
  brass: '#E0A94A',
  slate: '#8FC4C6',
  plum: '#E59AB6',
  moss: '#9CCB93',
})

/** The toolkit, themed to this application's look; the colours repeat those of style.css. */
export const vuetify = createVuetify({
  theme: { defaultTheme: 'light', themes: { light, dark } },
  icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
  defaults: {
    global: { ripple: false },
    VBtn: { rounded: 'sm', elevation: 0, variant: 'flat' },
    VTextField: { variant: 'outlined', density: 'compact' },
    VAutocomplete: { variant: 'outlined', density: 'compact' },
    VSelect: { variant: 'outlined', density: 'compact' },
    VTextarea: { variant: 'outlined', density: 'compact' },
    VCheckbox: { density: 'compact', hideDetails: true, color: 'secondary' },
  },
})
