import '@fontsource/atkinson-hyperlegible-next/400.css'
import '@fontsource/atkinson-hyperlegible-next/600.css'
import '@fontsource/atkinson-hyperlegible-mono/400.css'
import '@fontsource/atkinson-hyperlegible-mono/600.css'
import '@/styles/components'
import '@/styles/tokens.css'
import '@/styles/base.css'
import '@/styles/elements.css'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from '@/shell/app.vue'
import { workOnly } from '@/components/work-only'
import { followTheme } from '@/model/theme'
import { router } from '@/router'
import { lookAhead } from '@/shell/look-ahead'
import { noticeRenewal } from '@/shell/renewed'
import { signInFirst } from '@/shell/sign-in-first'
import { answerStrayDrops } from '@/shell/stray-drops'

followTheme()
answerStrayDrops()
noticeRenewal()
const app = createApp(App).use(createPinia()).directive('work', workOnly)
signInFirst(router)
lookAhead(router, window.location.pathname)
app.use(router).mount('#app')
