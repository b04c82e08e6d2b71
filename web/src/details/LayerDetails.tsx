import { Box, Grid, Textarea } from '@chakra-ui/react'
import { ChevronLeft, ChevronRight } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { addPicture, Refused, type Schemas } from '../api/client'
import { useBench, usePick } from '../bench/benchStore'
import { keysOf, type Layer } from '../live/document'
import { Choice, Labelled, TextInput, Tool } from '../shell/controls'
import { ChannelRow } from './ChannelRow'
import { Section } from './Details'
import { ReadingNote } from './ReadingNote'

const weightNames: Record<number, string> = {
  100: 'Thin',
  300: 'Light',
  400: 'Regular',
  500: 'Medium',
  600: 'Semibold',
  700: 'Bold',
  800: 'Extra bold',
  900: 'Black',
}

const kindNames = { plate: 'Plate', type: 'Type', picture: 'Picture', hook: 'Hook' }

/** One layer: what it is, then its channels at the playhead. */
export function LayerDetails({ layer, choices }: { layer: Layer; choices: Schemas['Choices'] }) {
  const { graphic, edit, findings } = usePick('graphic', 'edit', 'findings')
  const change = (part: Partial<Layer>) => void edit({ do: 'changeLayer', layer: layer.id, ...part } as never)
  const others = graphic!.layers.filter((l) => l.id !== layer.id)
  return (
    <>
      {findings
        .filter((f) => f[2] === layer.id)
        .map(([message, remedy]) => (
          <Box key={message} role="note" bg="badRoom" borderRadius="4px" p="6px" mb="8px" fontSize="12px">
            {message} {remedy}
          </Box>
        ))}
      <Section title={kindNames[layer.kind]}>
        <Labelled label="Name">
          <Committed value={layer.name} onCommit={(name) => change({ name })} />
        </Labelled>
        {layer.kind === 'type' && <TypeControls layer={layer} choices={choices} change={change} />}
        {layer.kind === 'picture' && <PictureControls layer={layer} />}
        <Grid templateColumns="1fr 1fr" gap="6px">
          <Labelled label="Field for editors">
            <Committed value={layer.field ?? ''} placeholder="none" onCommit={(field) => change({ field })} />
          </Labelled>
          <Labelled label="Hangs from">
            <Choice
              label="Hangs from"
              value={layer.hangsFrom ?? ''}
              options={[{ value: '', label: 'Nothing' }, ...others.map((l) => ({ value: l.id, label: l.name }))]}
              onChange={(e) => void edit({ do: 'changeLayer', layer: layer.id, hangsFrom: e.target.value, at: useBench.getState().frame })}
            />
          </Labelled>
        </Grid>
      </Section>
      {layer.kind === 'type' && <ReadingNote />}
      <Section title="At the playhead" tools={<KeySteps layer={layer} />}>
        {choices.channels
          .filter((c) => c.kinds.includes(layer.kind))
          .map((c) => (
            <ChannelRow key={c.name} layerId={layer.id} channel={layer.channels[c.name]} info={c} />
          ))}
      </Section>
    </>
  )
}

/** Takes the playhead to the layer's next keyframe in either direction. */
function KeySteps({ layer }: { layer: Layer }) {
  const { frame, seek } = usePick('frame', 'seek')
  const frames = Object.keys(layer.channels).flatMap((channel) => keysOf(layer, channel).map((k) => k.at))
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

function TypeControls({ layer, choices, change }: { layer: Layer; choices: Schemas['Choices']; change: (part: Partial<Layer>) => void }) {
  const family = choices.fonts.find((f) => f.name === layer.family)
  return (
    <>
      <Labelled label="Words">
        <Words layer={layer} />
      </Labelled>
      <Labelled label="Font">
        <Choice
          label="Font"
          value={layer.family}
          options={choices.fonts.map((f) => ({ value: f.name, label: `${f.name} (${f.character})` }))}
          title={family?.character}
          onChange={(e) => change({ family: e.target.value })}
        />
      </Labelled>
      <Grid templateColumns="1fr 1fr" gap="6px">
        <Labelled label="Weight">
          <Choice
            label="Weight"
            value={layer.weight}
            options={[...new Set([...(family?.weights ?? []), layer.weight!])]
              .sort((a, b) => a - b)
              .map((w) => ({ value: String(w), label: weightNames[w] ?? String(w) }))}
            onChange={(e) => change({ weight: Number(e.target.value) })}
          />
        </Labelled>
        <Labelled label="Set to">
          <Choice
            label="Alignment"
            value={layer.align}
            options={[
              { value: 'left', label: 'Left' },
              { value: 'centre', label: 'Centre' },
              { value: 'right', label: 'Right' },
            ]}
            onChange={(e) => change({ align: e.target.value as Layer['align'] })}
          />
        </Labelled>
      </Grid>
    </>
  )
}

/** The words of a type layer: seen on the stage with every letter typed, kept when the field is left. */
function Words({ layer }: { layer: Layer }) {
  const { edit, preview } = usePick('edit', 'preview')
  const [text, setText] = useState(layer.text!)
  const [editing, setEditing] = useState(false)
  const latest = useRef({ text, kept: layer.text! })
  useEffect(() => {
    if (!editing) setText(layer.text!)
  }, [layer.text, editing])
  useEffect(() => {
    latest.current.text = text
  }, [text])
  const commit = () => {
    const { text, kept } = latest.current
    setEditing(false)
    if (text !== kept) void edit({ do: 'changeLayer', layer: layer.id, text })
  }
  return (
    <Textarea
      size="xs"
      rows={2}
      bg="room"
      borderColor="line"
      aria-label="Words"
      value={text}
      onFocus={() => {
        latest.current.kept = layer.text!
        setEditing(true)
      }}
      onChange={(e) => {
        setText(e.target.value)
        preview({ do: 'changeLayer', layer: layer.id, text: e.target.value })
      }}
      onBlur={commit}
      onKeyDown={(e) => {
        if (e.key === 'Escape') e.currentTarget.blur()
      }}
    />
  )
}

function PictureControls({ layer }: { layer: Layer }) {
  const { graphic, edit, set } = usePick('graphic', 'edit', 'set')
  const asset = graphic!.assets[layer.asset!]
  const replace = async (file: File) => {
    try {
      const { hash, ...added } = await addPicture(file)
      await edit({
        do: 'several',
        edits: [
          { do: 'addAsset', hash, asset: added },
          { do: 'changeLayer', layer: layer.id, asset: hash },
        ],
      })
    } catch (e) {
      if (e instanceof Refused) set({ refusal: { message: e.message, remedy: e.remedy } })
    }
  }
  return (
    <Labelled label={`Picture: ${asset?.name}, ${asset?.width} × ${asset?.height} px`}>
      <input
        type="file"
        accept="image/png,image/jpeg,image/webp"
        aria-label="Replace the picture"
        style={{ fontSize: 11, width: '100%' }}
        onChange={(e) => e.target.files?.[0] && void replace(e.target.files[0])}
      />
    </Labelled>
  )
}

function Committed({ value, placeholder, onCommit }: { value: string; placeholder?: string; onCommit: (value: string) => void }) {
  return (
    <TextInput
      key={value}
      defaultValue={value}
      placeholder={placeholder}
      onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
      onBlur={(e) => e.target.value !== value && onCommit(e.target.value)}
    />
  )
}
