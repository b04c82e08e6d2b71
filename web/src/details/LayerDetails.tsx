import { Box, Grid } from '@chakra-ui/react'
import { ChevronLeft, ChevronRight } from 'lucide-react'
import type { Schemas } from '../api/client'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { usePlayback } from '../stores/playbackStore'
import type { ChangeLayer } from '../live/core.gen'
import { keyPlaces, valueAt, type Layer } from '../live/document'
import { Choice, Labelled, TextInput, Tool } from '../shell/controls'
import { Section } from './Section'
import { EffectDetails } from './EffectDetails'
import { GroupTools } from './GroupTools'
import { MixDetails } from './MixDetails'
import { ReadingNote } from './ReadingNote'
import { TypeDetails, typeSettings } from './TypeDetails'
import { ownValues } from './valueInfo'
import { ValueRow } from './ValueRow'

/** One layer: what it is, then its values at the playhead, then what is done to its picture. */
export function LayerDetails({ layer, choices }: { layer: Layer; choices: Schemas['Choices'] }) {
  const { graphic, findings } = usePick(useDocument, 'graphic', 'findings')
  const { edit } = useDocument.getState()
  const content = choices.contents.find((c) => c.name === layer.content.kind)
  const change = (part: Partial<ChangeLayer>) => void edit({ do: 'changeLayer', layer: layer.id, ...part })
  const others = graphic!.layers.filter((l) => l.id !== layer.id)
  const values = ownValues(layer, choices).filter((v) => layer.content.kind !== 'type' || !typeSettings.includes(v.address))
  const isType = layer.content.kind === 'type'
  return (
    <>
      {findings
        .filter((f) => f[2] === layer.id)
        .map(([message, remedy]) => (
          <Box key={message} role="note" bg="badRoom" borderRadius="4px" p="6px" mb="8px" fontSize="12px">
            {message} {remedy}
          </Box>
        ))}
      <Section title={content?.title ?? layer.content.kind}>
        <Labelled label="Name">
          <Committed value={layer.name} onCommit={(name) => change({ name })} />
        </Labelled>
        <TypeDetails layer={layer} choices={choices} />
        <Grid templateColumns="1fr 1fr" gap="6px">
          <Labelled label="Field for editors">
            <Committed value={layer.field ?? ''} placeholder="none" onCommit={(field) => change({ field })} />
          </Labelled>
          <Labelled label="Hangs from">
            <Choice
              label="Hangs from"
              value={layer.hangsFrom ?? ''}
              options={[{ value: '', label: 'Nothing' }, ...others.map((l) => ({ value: l.id, label: l.name }))]}
              onChange={(e) => change({ hangsFrom: e.target.value, at: usePlayback.getState().frame })}
            />
          </Labelled>
        </Grid>
        {content?.isGroup && <GroupTools group={layer} />}
      </Section>
      {isType && <ReadingNote />}
      <Section title="At the playhead" tools={<KeySteps layer={layer} />}>
        {values.map((v) => (
          <ValueRow key={v.address} layerId={layer.id} address={v.address} channel={valueAt(layer, v.address)} info={v.info} />
        ))}
      </Section>
      {!content?.isInvisible && <EffectDetails layer={layer} choices={choices} />}
      {!content?.isInvisible && <MixDetails layer={layer} choices={choices} />}
    </>
  )
}

/** Takes the playhead to the layer's next keyframe in either direction. */
function KeySteps({ layer }: { layer: Layer }) {
  const { frame } = usePick(usePlayback, 'frame')
  const { seek } = usePlayback.getState()
  const frames = keyPlaces(layer).map((k) => k.at)
  const earlier = Math.max(...frames.filter((f) => f < frame))
  const later = Math.min(...frames.filter((f) => f > frame))
  if (frames.length === 0) return null
  return (
    <>
      <Tool label="Earlier keyframe" minW="24px" h="24px" disabled={!Number.isFinite(earlier)} onClick={() => seek(earlier)}>
        <ChevronLeft size={14} />
      </Tool>
      <Tool label="Later keyframe" minW="24px" h="24px" disabled={!Number.isFinite(later)} onClick={() => seek(later)}>
        <ChevronRight size={14} />
      </Tool>
    </>
  )
}

function Committed({ value, placeholder, onCommit }: { value: string; placeholder?: string; onCommit: (value: string) => void }) {
  return (
    <TextInput
      key={value}
      defaultValue={value}
      placeholder={placeholder}
      onKeyDown={(e) => {
        if (e.key === 'Enter') e.currentTarget.blur()
      }}
      onBlur={(e) => {
        if (e.target.value !== value) onCommit(e.target.value)
      }}
    />
  )
}
