import { Box, Flex } from '@chakra-ui/react'
import { memo, useMemo } from 'react'
import type { Schemas } from '../api/client'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { keysIn, valueAt, type Channel, type PlainValue } from '../live/document'
import { fillable } from './fields'
import { FieldMark } from './FieldMark'
import { editors } from './editors'
import { unitOf } from '../values/valueInfo'
import { t } from '../words/words'

interface Props {
  layerId: string
  address: string
  /** What the document says. */
  channel: Channel | undefined
  info: Schemas['ValueInfo']
}

/** One value of the selected layer: what it is at the playhead, and whether it is keyed there. Drawn again only when that changes. */
export const ValueRow = memo(
  Row,
  (a, b) =>
    a.layerId === b.layerId && a.address === b.address && a.info === b.info && JSON.stringify(a.channel) === JSON.stringify(b.channel),
)

function Row({ layerId, address, channel, info }: Props) {
  const { edit, preview } = useDocument.getState()
  const value = useValueAt(layerId, address, info)
  const keys = keysIn(channel)
  const frame = usePlayback((s) => (keys.length > 0 ? s.frame : -1))
  const here = keys.some((k) => k.at === frame)
  const set = (v: PlainValue, part?: string) => ({
    do: 'setValue' as const,
    layer: layerId,
    address: part ? `${address}/${part}` : address,
    value: v,
    at: usePlayback.getState().frame,
  })
  const toggleKey = () => {
    const place = { layer: layerId, address, at: usePlayback.getState().frame }
    void edit(here ? { do: 'removeKeys', keys: [place], at: place.at } : { do: 'addKey', ...place })
  }
  const unit = unitOf(info)
  const name = unit ? `${info.label}, ${unit}` : info.label
  const Editor = editors[info.kind] ?? editors.text!

  return (
    <Flex mb="5px" gap="6px" align="start" role="group" aria-label={name}>
      <Flex w="86px" flexShrink={0} minH="24px" align="center" gap="6px" title={info.meaning}>
        {info.keyable ? (
          <Box
            as="button"
            aria-label={
              here ? t('Delete the keyframe of {label} here', { label: info.label }) : t('Key {label} here', { label: info.label })
            }
            title={
              here ? t('Delete this keyframe') : keys.length > 0 ? t('Add a keyframe here') : t('Let it change over time: key it here')
            }
            w="24px"
            h="24px"
            m="0 -6px"
            flexShrink={0}
            display="grid"
            placeItems="center"
            onClick={toggleKey}
          >
            <Box
              as="span"
              w="12px"
              h="12px"
              borderRadius="50%"
              border="1.5px solid"
              borderColor={keys.length > 0 ? 'accent' : 'soft'}
              bg={here ? 'accent' : 'transparent'}
            />
          </Box>
        ) : (
          <Box w="12px" flexShrink={0} />
        )}
        <Box fontSize="12px" lineHeight="1.1">
          {info.label}
          {unit && (
            <Box as="span" color="soft" fontSize="12px" display="block" whiteSpace="nowrap">
              {unit}
            </Box>
          )}
        </Box>
      </Flex>
      <Box flex="1" minW="0">
        <Editor
          name={name}
          info={info}
          layerId={layerId}
          value={value}
          onPreview={(v, part) => preview(v === null ? null : set(v, part))}
          onChange={(v, part) => void edit(set(v, part))}
        />
      </Box>
      {fillable.includes(info.kind) && <FieldMark layerId={layerId} address={address} label={info.label} />}
    </Flex>
  )
}

/** A value at the playhead: numbers as such, everything else as documents write it. */
export function useValueAt(layerId: string, address: string, info: Schemas['ValueInfo']): PlainValue {
  const text = useDocument((s) => {
    const reading = s.readings[layerId]
    const numbers = reading?.values[address]
    if (numbers) return JSON.stringify(numbers)
    if (reading?.words[address] !== undefined) return reading.words[address]
    // Until the core has said what it is here, what the document says: a value that stands, or the first keyframe's.
    const layer = reading ? undefined : s.graphic?.layers.find((l) => l.id === layerId)
    const said = layer && valueAt(layer, address)
    const known = keysIn(said)[0]?.value ?? said
    return known === undefined ? info.default : JSON.stringify(known)
  })
  return useMemo(() => {
    const plain = JSON.parse(text) as PlainValue
    return info.components.length === 1 && typeof plain === 'number' ? [plain] : plain
  }, [text, info])
}
