import { Box, Flex, Grid } from '@chakra-ui/react'
import { X } from 'lucide-react'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { totalFrames, type IdleMotion, type Layer } from '../live/document'
import { Choice, Tool } from '../shell/controls'
import { SampleMenu } from './SampleMenu'
import { Section } from './Section'
import { Act } from './Act'
import { NumberField } from '../shell/NumberField'
import { t } from '../words/words'

const kinds: Record<IdleMotion['kind'], { label: string; unit: string; amplitude: number }> = {
  pulse: { label: t('Pulse'), unit: '%', amplitude: 8 },
  bob: { label: t('Bob'), unit: 'px', amplitude: 12 },
  sway: { label: t('Sway'), unit: '°', amplitude: 6 },
  spin: { label: t('Spin'), unit: '±', amplitude: 1 },
  blink: { label: t('Blink'), unit: '%', amplitude: 100 },
  tremble: { label: t('Tremble'), unit: 'px', amplitude: 4 },
}

/** Motions that repeat on top of the keyframes, in whole cycles, so that the seam is exact. */
export function IdleDetails({ layer }: { layer: Layer }) {
  const { edit } = useDocument.getState()
  const timings = useDocument((s) => s.readings[layer.id]?.idles)
  const idles = layer.idles ?? []
  const set = (next: IdleMotion[]) => void edit({ do: 'setIdles', layer: layer.id, idles: next })
  const change = (i: number, part: Partial<IdleMotion>) => set(idles.map((m, j) => (i === j ? { ...m, ...part } : m)))
  return (
    <Section title={t('Idle motion')}>
      {idles.map((m, i) => (
        <Box
          key={i}
          mb="8px"
          p="6px"
          border="1px solid"
          borderColor="line"
          borderRadius="4px"
          role="group"
          aria-label={t('Idle motion {i}', { i: i + 1 })}
        >
          <Flex gap="4px" mb="4px" align="center">
            <Choice
              label={t('Kind of idle motion')}
              value={m.kind}
              options={Object.entries(kinds).map(([value, k]) => ({ value, label: k.label }))}
              onChange={(e) => {
                const kind = e.target.value as IdleMotion['kind']
                change(i, { kind, amplitude: kinds[kind].amplitude })
              }}
            />
            <Choice
              label={t('Where it runs')}
              value={m.over ?? 'hold'}
              options={[
                { value: 'hold', label: t('Through Hold') },
                { value: 'loop', label: t('Through the loop') },
              ]}
              onChange={(e) => change(i, { over: e.target.value as IdleMotion['over'] })}
            />
            <Tool label={t('Take this idle motion away')} minW="24px" h="24px" onClick={() => set(idles.filter((_, j) => j !== i))}>
              <X size={13} />
            </Tool>
          </Flex>
          <Grid templateColumns="1fr 1fr" gap="4px">
            <NumberField
              label={t('Amplitude, {unit}', { unit: kinds[m.kind].unit })}
              prefix={kinds[m.kind].unit}
              value={m.amplitude}
              min={-10000}
              max={10000}
              onChange={(amplitude) => change(i, { amplitude })}
            />
            <NumberField
              label={t('Cycles')}
              prefix={t('cycles')}
              value={m.cycles}
              digits={0}
              min={1}
              max={1000}
              onChange={(cycles) => change(i, { cycles })}
            />
            <NumberField
              label={t('Phase, per cent of a cycle')}
              prefix={t('phase')}
              value={(m.phase ?? 0) * 100}
              min={0}
              max={100}
              step={5}
              onChange={(p) => change(i, { phase: p / 100 })}
            />
            {m.kind === 'tremble' && (
              <NumberField
                label={t('Seed')}
                prefix={t('seed')}
                value={m.seed ?? 1}
                digits={0}
                min={0}
                max={1e6}
                onChange={(seed) => change(i, { seed })}
              />
            )}
          </Grid>
          {timings?.[i] && <CycleLength motion={m} timing={timings[i]} />}
        </Box>
      ))}
      <SampleMenu
        label={t('Add an idle motion')}
        what="idles"
        choices={Object.entries(kinds).map(([name, k]) => ({ name, title: k.label }))}
        onChoose={(name) => {
          const kind = name as IdleMotion['kind']
          set([...idles, { kind, amplitude: kinds[kind].amplitude, cycles: 2, phase: 0, over: 'hold', seed: 1 }])
        }}
      />
    </Section>
  )
}

/** How long a cycle takes, and the length at which each takes the same whole number of frames. */
function CycleLength({ motion, timing }: { motion: IdleMotion; timing: { framesPerCycle: number; evenLength: number } }) {
  const { graphic } = usePick(useDocument, 'graphic')
  const { edit } = useDocument.getState()
  const phases = graphic!.phases
  const length = (motion.over ?? 'hold') === 'hold' ? phases.hold : totalFrames(phases)
  const hold = phases.hold + timing.evenLength - length
  return (
    <Flex align="center" gap="6px" mt="4px" fontSize="12px" color="soft">
      <Box flex="1">{t('{Number} frames a cycle', { Number: Number(timing.framesPerCycle.toFixed(2)) })}</Box>
      {timing.evenLength !== length && hold >= 0 && (
        <Act
          name={t('Make Hold {hold}', { hold })}
          title={t('Then each cycle takes {value} whole frames', { value: timing.evenLength / motion.cycles })}
          onClick={() => void edit({ do: 'setPhases', phases: { ...phases, hold } })}
        />
      )}
    </Flex>
  )
}
