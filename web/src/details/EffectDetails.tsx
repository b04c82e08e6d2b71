import { Box, Flex } from '@chakra-ui/react'
import { ChevronDown, ChevronUp, X } from 'lucide-react'
import type { Schemas } from '../api/client'
import { useDocument } from '../stores/documentStore'
import { valueAt, type Layer } from '../live/document'
import { useLayerNames, useOfLayer } from '../stores/ofLayer'
import { Choice, Tool } from '../shell/controls'
import { Section } from './Section'
import { Act } from './Act'
import { ValueRow } from './ValueRow'

/** What is done to the layer's picture, in order: each effect switched, keyed, moved and taken away. */
export function EffectDetails({ id, choices }: { id: string; choices: Schemas['Choices'] }) {
  const { edit } = useDocument.getState()
  const layer = useOfLayer(id, ({ name, effects }) => ({ id, name, effects }))
  if (!layer) return null
  const effects = layer.effects ?? []
  return (
    <Section title="Effects" tools={effects.length > 0 ? <CopyTo id={id} /> : undefined}>
      {effects.map((effect, i) => {
        const kind = choices.effects.find((e) => e.name === effect.kind)
        const title = kind?.title ?? effect.kind
        const at = `effects/${effect.id}`
        return (
          <Box
            key={effect.id}
            mb="6px"
            p="6px"
            border="1px solid"
            borderColor="line"
            borderRadius="4px"
            role="group"
            aria-label={`${title} of ${layer.name}`}
          >
            <Flex align="center" mb="4px">
              <Box flex="1" fontSize="12px" fontWeight="600" title={kind?.meaning}>
                {title}
              </Box>
              <Tool
                label={`Do ${title} earlier`}
                minW="22px"
                h="22px"
                disabled={i === 0}
                onClick={() => void edit({ do: 'moveEffect', layer: layer.id, effect: effect.id, to: i - 1 })}
              >
                <ChevronUp size={13} />
              </Tool>
              <Tool
                label={`Do ${title} later`}
                minW="22px"
                h="22px"
                disabled={i === effects.length - 1}
                onClick={() => void edit({ do: 'moveEffect', layer: layer.id, effect: effect.id, to: i + 1 })}
              >
                <ChevronDown size={13} />
              </Tool>
              <Tool
                label={`Take ${title} away`}
                minW="22px"
                h="22px"
                onClick={() => void edit({ do: 'removeEffect', layer: layer.id, effect: effect.id })}
              >
                <X size={13} />
              </Tool>
            </Flex>
            {(kind?.values ?? []).map((info) => (
              <ValueRow
                key={info.name}
                layerId={layer.id}
                address={`${at}/${info.name}`}
                channel={valueAt(layer as Layer, `${at}/${info.name}`)}
                info={info}
              />
            ))}
          </Box>
        )
      })}
      <Choice
        label="Add an effect"
        value=""
        options={[{ value: '', label: 'Add an effect…' }, ...choices.effects.map((e) => ({ value: e.name, label: e.title }))]}
        onChange={(e) => {
          if (e.target.value) void edit({ do: 'insertEffect', layers: [layer.id], kind: e.target.value })
        }}
      />
    </Section>
  )
}

/** Gives all effects to every other layer of the same group, in one step. */
function CopyTo({ id }: { id: string }) {
  const { edit } = useDocument.getState()
  const layers = useLayerNames()
  const group = layers.find((l) => l.id === id)?.group
  const beside = layers.filter((l) => l.id !== id && l.group === group && l.kind !== 'hook').map((l) => l.id)
  if (beside.length === 0) return null
  return (
    <Act
      name="To all beside it"
      title="Give these effects to every other layer here, in place of theirs"
      onClick={() => void edit({ do: 'copyEffects', from: id, layers: beside })}
    />
  )
}
