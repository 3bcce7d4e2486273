import '@/design/reset.css'
import '@fontsource-variable/source-sans-3'
import '@fontsource-variable/source-serif-4'
import 'vuetify/styles'
import '@/design/styles.css'
import { VueQueryPlugin } from '@tanstack/vue-query'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import { createVuetify } from 'vuetify'
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg'
import { queries } from '@/api/queries'
import App from '@/shell/App.vue'
import { router } from '@/shell/router'
import { kept } from '@/stores/kept'
import { nightDesk, paper } from '@/design/themes'

const night = kept.theme.value === 'nightDesk'
// The style sheet of the theme is the only one written while the program runs.
const nonce = document.querySelector<HTMLMetaElement>('meta[property=csp-nonce]')?.nonce

createApp(App)
  .use(createPinia())
  .use(VueQueryPlugin, { queryClient: queries })
  .use(router)
  .use(
    createVuetify({
      icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
      theme: { defaultTheme: night ? 'nightDesk' : 'paper', themes: { paper, nightDesk }, cspNonce: nonce },
      defaults: {
        VBtn: { variant: 'text', rounded: '0', density: 'comfortable', color: 'primary', elevation: 0 },
        VTextField: { variant: 'underlined', density: 'compact', hideDetails: 'auto', color: 'primary' },
        VTextarea: { variant: 'outlined', density: 'compact', hideDetails: 'auto', color: 'primary', rounded: '0' },
        VSelect: { variant: 'underlined', density: 'compact', hideDetails: 'auto', color: 'primary' },
        VAutocomplete: { variant: 'underlined', density: 'compact', hideDetails: 'auto', color: 'primary' },
        VBtnToggle: { density: 'compact', rounded: '0', color: 'primary', mandatory: true },
        VCard: { elevation: 0, rounded: '0', border: true },
        VAlert: { rounded: '0', variant: 'outlined', density: 'compact' },
      },
    }),
  )
  .mount('#logion')
