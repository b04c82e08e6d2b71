import { Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { Refused } from '../api/client'
import { Labelled, TextInput } from '../shell/controls'
import { Dialog } from '../shell/Dialog'
import { wrap } from '../acts/placing'
import { t } from '../words/words'

/** Asks what a graphic shall be called that is made of layers. */
export function WrapDialog({
  graphic,
  layers,
  name: first,
  onClose,
}: {
  graphic: string
  layers: string[]
  name: string
  onClose: () => void
}) {
  const [name, setName] = useState(first)
  const [refused, setRefused] = useState<Refused | null>(null)
  const make = async () => {
    const problem = await wrap(graphic, layers, name)
    setRefused(problem)
    if (!problem) onClose()
  }
  return (
    <Dialog title={t('Make a graphic of these layers')} done={t('Make it')} onClose={onClose} onDone={() => void make()}>
      <Labelled label={t('Name')}>
        <TextInput value={name} onChange={(e) => setName(e.target.value)} />
      </Labelled>
      <Text color="soft" fontSize="13px" mt="6px">
        {t('It is on the rack then, and placed here. What you change there changes here too.')}
      </Text>
      {refused && (
        <Text role="alert" color="bad" mt="8px">
          {refused.message} {refused.remedy}
        </Text>
      )}
    </Dialog>
  )
}
