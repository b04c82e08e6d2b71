import { Box, Flex } from '@chakra-ui/react'
import { ChevronDown, ChevronUp, X } from 'lucide-react'
import type { ReactNode } from 'react'
import type { Schemas } from '../api/client'
import type { Channel } from '../live/document'
import { useOfLayer } from '../stores/ofLayer'
import { Choice, Tool } from '../shell/controls'
import { SampleMenu } from './SampleMenu'
import { Section } from './Section'
import { ValueRow } from './ValueRow'
import { t } from '../words/words'

interface Props {
  id: string
  list: 'effects' | 'masks'
  title: string
  kinds: Schemas['ModuleInfo'][]
  /** What the choice of a new one says. */
  add: string
  tools?: ReactNode
  onAdd: (kind: string) => void
  onMove: (part: string, to: number) => void
  onRemove: (part: string) => void
}

/** Parts of a layer that have values of their own, in their order: each with its values, moved and taken away. */
export function PartCards({ id, list, title, kinds, add, tools, onAdd, onMove, onRemove }: Props) {
  const layer = useOfLayer(id, ({ name, [list]: parts }) => ({ name, parts: parts ?? [] }))
  if (!layer) return null
  const { parts } = layer
  return (
    <Section title={title} tools={parts.length > 0 ? tools : undefined}>
      {parts.map((part, i) => {
        const kind = kinds.find((k) => k.name === part.kind)
        const name = kind?.title ?? part.kind
        return (
          <Box
            key={part.id}
            mb="6px"
            p="6px"
            border="1px solid"
            borderColor="line"
            borderRadius="4px"
            role="group"
            aria-label={t('{name} of {name2}', { name, name2: layer.name })}
          >
            <Flex align="center" mb="4px">
              <Box flex="1" fontSize="12px" fontWeight="600" title={kind?.meaning}>
                {name}
              </Box>
              <Tool label={t('Do {name} earlier', { name })} minW="24px" h="24px" disabled={i === 0} onClick={() => onMove(part.id, i - 1)}>
                <ChevronUp size={13} />
              </Tool>
              <Tool
                label={t('Do {name} later', { name })}
                minW="22px"
                h="24px"
                disabled={i === parts.length - 1}
                onClick={() => onMove(part.id, i + 1)}
              >
                <ChevronDown size={13} />
              </Tool>
              <Tool label={t('Take {name} away', { name })} minW="24px" h="24px" onClick={() => onRemove(part.id)}>
                <X size={13} />
              </Tool>
            </Flex>
            {(kind?.values ?? []).map((info) => {
              const channel = (part as unknown as Record<string, Channel | undefined>)[info.name]
              return <ValueRow key={info.name} layerId={id} address={`${list}/${part.id}/${info.name}`} channel={channel} info={info} />
            })}
          </Box>
        )
      })}
      {list === 'effects' ? (
        <SampleMenu label={add} what="effects" choices={kinds} onChoose={onAdd} />
      ) : (
        <Choice
          label={add}
          value=""
          options={[{ value: '', label: `${add}…` }, ...kinds.map((k) => ({ value: k.name, label: k.title }))]}
          onChange={(e) => {
            if (e.target.value) onAdd(e.target.value)
          }}
        />
      )}
    </Section>
  )
}
