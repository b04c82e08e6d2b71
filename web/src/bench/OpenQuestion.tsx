import { Text } from '@chakra-ui/react'
import { Dialog } from '../shell/Dialog'
import { useQuestion } from '../stores/questionStore'

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
      <Text>{question.text} Undo brings it back.</Text>
    </Dialog>
  )
}
