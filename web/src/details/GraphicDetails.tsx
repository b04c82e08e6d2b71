import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import type { Schemas } from '../api/client'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { usePlayback } from '../stores/playbackStore'
import { useSelection } from '../stores/selectionStore'
import type { GraphicKind } from '../live/core.gen'
import { totalFrames } from '../live/document'
import { useAsked } from '../acts/placing'
import { CommittedInput } from '../shell/CommittedInput'
import { Choice, Labelled } from '../shell/controls'
import { kinds, rateLabel } from '../shell/kinds'
import { TimeField } from '../time/TimeField'
import { timecode } from '../time/timecode'
import { Act } from './Act'
import { Section } from './Section'
import { NumberField } from '../shell/NumberField'
import { FieldDetails } from './FieldDetails'
import { GuideDetails } from './GuideDetails'
import { PaletteDetails } from './PaletteDetails'
import { Tick } from '../shell/Tick'
import { ReadingNote } from './ReadingNote'
import { t } from '../words/words'

const names = { arrive: t('Arrive'), hold: t('Hold'), leave: t('Leave') }

/** The graphic itself: name, format, phases, and what is worth a look. */
export function GraphicDetails({ choices }: { choices: Schemas['Choices'] }) {
  const { graphic, findings } = usePick(useDocument, 'graphic', 'findings')
  const { edit, preview } = useDocument.getState()
  const { select } = useSelection.getState()
  const range = usePlayback((s) => s.range)
  const g = graphic!
  const blur = g.motionBlur ?? { on: false, angle: 180 }
  return (
    <>
      <Section title={t('Graphic')}>
        <Labelled label={t('Name')}>
          <CommittedInput value={g.name} onCommit={(name) => void edit({ do: 'changeGraphic', name })} />
        </Labelled>
        <Grid templateColumns="1fr 1fr" gap="6px">
          <Labelled label={t('Kind')}>
            <Choice
              label={t('Kind')}
              options={kinds}
              value={g.kind}
              onChange={(e) => void edit({ do: 'changeGraphic', kind: e.target.value as GraphicKind })}
            />
          </Labelled>
          <Labelled label={t('Rate')}>
            <Choice
              label={t('Rate')}
              options={choices.rates.map((r) => ({ value: r, label: rateLabel(r) }))}
              value={g.rate}
              onChange={(e) => void edit({ do: 'changeGraphic', rate: e.target.value })}
            />
          </Labelled>
        </Grid>
        <Flex gap="6px">
          <NumberField
            label={t('Width')}
            prefix={t('W')}
            value={g.width}
            digits={0}
            onChange={(width) => void edit({ do: 'changeGraphic', width })}
          />
          <NumberField
            label={t('Height')}
            prefix={t('H')}
            value={g.height}
            digits={0}
            onChange={(height) => void edit({ do: 'changeGraphic', height })}
          />
          <Act
            name={t('Refit…')}
            title={t('Another size and shape, in which everything finds its place')}
            onClick={() => useAsked.getState().ask('refit')}
          />
        </Flex>
      </Section>
      <GuideDetails />
      <Section title={t('Phases, frames')}>
        {(['arrive', 'hold', 'leave'] as const).map((phase) => (
          <Flex key={phase} align="center" gap="8px" mb="4px">
            <Box w="10px" h="18px" borderRadius="2px" bg={phase} border="1px solid" borderColor="line" />
            <Box w="52px">{names[phase]}</Box>
            <TimeField
              label={t('{names}, frames', { names: names[phase] })}
              frames={g.phases[phase]}
              width="74px"
              onChange={(n) => void edit({ do: 'setPhases', phases: { ...g.phases, [phase]: n } })}
            />
            <Box w="84px" color="soft" fontSize="12px" textAlign="right">
              {timecode(g.phases[phase], g.rate)}
            </Box>
          </Flex>
        ))}
        <Text color="soft" fontSize="12px">
          {t('In all {totalFrames} frames', { totalFrames: totalFrames(g.phases) })}
        </Text>
        {range && (
          <Act
            name={t('Trim to the range')}
            title={t('Only frames {range} to {range2} are left; they look as before', { range: range[0], range2: range[1] })}
            onClick={() => {
              void edit({ do: 'trim', from: range[0], to: range[1] }).then((done) => done && usePlayback.getState().forgetRange())
            }}
          />
        )}
        <ReadingNote />
      </Section>
      <FieldDetails />
      <PaletteDetails />
      <Section title={t('Motion blur')}>
        <Flex align="center" gap="8px">
          <Box flex="1">
            <Tick checked={blur.on} onChange={(on) => void edit({ do: 'changeGraphic', motionBlur: { ...blur, on } })}>
              {t('Blur what moves')}
            </Tick>
          </Box>
          <Box w="96px">
            <NumberField
              label={t('Shutter angle, degrees')}
              prefix="∠°"
              value={blur.angle}
              step={5}
              digits={1}
              min={0}
              max={720}
              onPreview={(angle) => preview({ do: 'changeGraphic', motionBlur: { ...blur, angle } })}
              onChange={(angle) => void edit({ do: 'changeGraphic', motionBlur: { ...blur, angle } })}
            />
          </Box>
        </Flex>
      </Section>
      <Section title={t('Worth a look')}>
        {findings.length === 0 && <Text color="soft">{t('Nothing.')}</Text>}
        {findings.map(({ message, remedy, layer, name }) => (
          <Box key={`${layer}${name}${message}`} bg="badRoom" borderRadius="4px" p="6px" mb="6px" fontSize="12px">
            <Box asChild fontWeight="600" textDecoration="underline" minH="24px">
              <button onClick={() => select([layer])}>{name}</button>
            </Box>
            : {message} <Box color="soft">{remedy}</Box>
          </Box>
        ))}
      </Section>
    </>
  )
}
