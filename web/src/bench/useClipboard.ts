import { useEffect } from 'react'
import { clipOf, clipText, paste } from '../acts/clipboard'
import { isTyping } from './transportKeys'
import { useDocument } from '../stores/documentStore'
import { isAsking } from '../shell/Dialog'
import { usePlayback } from '../stores/playbackStore'
import { useSelection } from '../stores/selectionStore'
import { t } from '../words/words'

/** Copy, cut and paste of keyframes through the system's clipboard, so that they go to other layers, other graphics and other windows. */
export function useClipboard() {
  useEffect(() => {
    const isElsewhere = () => isTyping(document.activeElement) || isAsking()
    const take = (e: ClipboardEvent) => {
      const text = isElsewhere() ? undefined : clipText()
      if (!text) return
      e.preventDefault()
      e.clipboardData?.setData('text/plain', text)
      const { keys } = useSelection.getState()
      const { edit } = useDocument.getState()
      useDocument.getState().tell(
        t('{count, plural, one {A keyframe} other {# keyframes}} copied. Go to a frame, select layers, and paste.', {
          count: keys.length,
        }),
      )
      if (e.type === 'cut') {
        void edit({ do: 'removeKeys', keys, at: usePlayback.getState().frame })
        useSelection.getState().selectKeys([])
      }
    }
    const put = (e: ClipboardEvent) => {
      const clip = isElsewhere() ? undefined : clipOf(e.clipboardData?.getData('text/plain') ?? '')
      if (!clip) return
      e.preventDefault()
      void paste(clip, useSelection.getState().selection)
    }
    document.addEventListener('copy', take)
    document.addEventListener('cut', take)
    document.addEventListener('paste', put)
    return () => {
      document.removeEventListener('copy', take)
      document.removeEventListener('cut', take)
      document.removeEventListener('paste', put)
    }
  }, [])
}
