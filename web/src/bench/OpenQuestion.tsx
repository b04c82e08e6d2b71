import { Text } from '@chakra-ui/react'
import { Dialog } from '../shell/Dialog'
import { useQuestion } from '../stores/questionStore'
import { t } from '../words/words'

/** What is asked before something is done that takes something away. */
export function OpenQuestion() {
  const { question, close } = useQuestion()
  if (!question) return null
  return (
    <Dialog
      title={question.title}
      done={question.yes}
      onClose={close}
      onDone={() => {
        close()
        question.act()
      }}
    >
      <Text>{t('{text} Undo brings it back.', { text: question.text })}</Text>
    </Dialog>
  )
}
