import { TextCursorInput } from 'lucide-react'
import { Tool } from '../shell/controls'
import { useDocument } from '../stores/documentStore'
import { fieldsOf, toggleField } from './fields'
import { t } from '../words/words'

/** What a layer is mostly filled by: its words, its picture. */
const main = ['text', 'asset', 'sound']

/** Whether editors may fill a value; a press lets them, or takes it back. */
export function FieldMark({ layerId, address, label }: { layerId: string; address: string; label: string }) {
  const name = useDocument((s) => fieldsOf(s.graphic?.fields, layerId, address)[0]?.name)
  return (
    <Tool
      label={
        name
          ? t('Editors fill {label} as {name}; press to take that back', { label: label.toLowerCase(), name })
          : t('Let editors fill {label}', { label: label.toLowerCase() })
      }
      on={name !== undefined}
      minW="24px"
      w="24px"
      h="24px"
      opacity={name ? 1 : 0.35}
      _hover={{ opacity: 1 }}
      _focusVisible={{ opacity: 1 }}
      onClick={() => void toggleField(layerId, address, label, main.includes(address))}
    >
      <TextCursorInput size={13} />
    </Tool>
  )
}
