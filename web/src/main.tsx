import '@fontsource-variable/inter'
import './shell/feel.css'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { applyRoom } from './shell/room'
import { languageHere, textsOf } from './words/languages'
import { speak } from './words/words'

applyRoom()
const language = languageHere()
document.documentElement.lang = language
speak(language, await textsOf(language))
// Only now: texts beside the screens are made when their modules are.
const { App } = await import('./App')

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <App />
  </StrictMode>,
)
