import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { copyToPlayhead } from '../acts/clipboard'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { usePlayback } from '../stores/playbackStore'
import { useSelection } from '../stores/selectionStore'
import type { StaggerOrder } from '../live/core.gen'
import { beats, useSounds } from '../stores/soundStore'
import { Choice } from '../shell/controls'
import { TimeField } from '../time/TimeField'
import { Act } from './Act'
import { orders } from './orders'
import { Section } from './Section'
import { NumberField } from '../shell/NumberField'
import { t } from '../words/words'

/** What can be done to the selected keyframes in time. */
export function KeyDetails() {
  const { keys } = usePick(useSelection, 'keys')
  const { frame } = usePick(usePlayback, 'frame')
  const { edit } = useDocument.getState()
  const [every, setEvery] = useState(3)
  const [order, setOrder] = useState<StaggerOrder>('topDown')
  const first = Math.min(...keys.map((k) => k.at))
  const hasBeats = useSounds((s) => (s.sounding?.beats.length ?? 0) > 0)
  const layers = new Set(keys.map((k) => k.layer)).size

  /** Moves all; the selection follows. */
  const moveTo = async (to: number) => {
    const by = to - first
    if (by !== 0 && (await edit({ do: 'moveKeys', keys, by })))
      useSelection.getState().selectKeys(keys.map((k) => ({ ...k, at: k.at + by })))
  }
  const align = async () => {
    const firsts = new Map<string, number>()
    for (const k of keys) firsts.set(k.layer, Math.min(firsts.get(k.layer) ?? Infinity, k.at))
    if (await edit({ do: 'alignKeys', keys, at: frame }))
      useSelection.getState().selectKeys(keys.map((k) => ({ ...k, at: k.at - firsts.get(k.layer)! + frame })))
  }
  const reverse = async () => {
    const ends = first + Math.max(...keys.map((k) => k.at))
    if (await edit({ do: 'reverseKeys', keys })) useSelection.getState().selectKeys(keys.map((k) => ({ ...k, at: ends - k.at })))
  }
  const toTheBeat = async () => {
    const frames = beats()
    const near = (at: number) => frames.reduce((a, b) => (Math.abs(b - at) < Math.abs(a - at) ? b : a))
    if (await edit({ do: 'snapKeys', keys, frames })) useSelection.getState().selectKeys(keys.map((k) => ({ ...k, at: near(k.at) })))
  }
  const stagger = async () => {
    if (await edit({ do: 'staggerKeys', keys, every, order })) useSelection.getState().selectKeys([])
  }
  return (
    <Section title={t('{count, plural, one {Keyframe} other {# keyframes}}', { count: keys.length })}>
      <Flex align="center" gap="6px" mb="6px" fontSize="12px">
        <Box color="soft">{keys.length === 1 ? t('At frame') : t('From frame')}</Box>
        <TimeField label={t('Time of the selected keyframes')} frames={first} onChange={(to) => void moveTo(to)} />
      </Flex>
      <Flex gap="2px" mb="6px" wrap="wrap">
        <Act name={t('To playhead')} title={t("Move each layer's first selected keyframe to the playhead")} onClick={() => void align()} />
        <Act
          name={t('Reverse')}
          title={t('Play the selected keyframes backwards')}
          disabled={keys.length < 2}
          onClick={() => void reverse()}
        />
        <Act
          name={t('Duplicate')}
          title={t('Copy the selected keyframes to the playhead (Ctrl D)')}
          onClick={() => void copyToPlayhead()}
        />
        {hasBeats && (
          <Act
            name={t('To the beat')}
            title={t('Move each selected keyframe to the nearest beat of the sound')}
            onClick={() => void toTheBeat()}
          />
        )}
        <Act
          name={t('Delete')}
          title={t('Delete the selected keyframes')}
          onClick={() => {
            void edit({ do: 'removeKeys', keys, at: frame })
            useSelection.getState().selectKeys([])
          }}
        />
      </Flex>
      {layers > 1 && (
        <Flex gap="4px" align="center">
          <Box w="64px" flexShrink={0}>
            <NumberField label={t('Stagger, frames')} prefix="↔" digits={0} value={every} min={-500} max={500} onChange={setEvery} />
          </Box>
          <Choice label={t('Stagger order')} options={orders} value={order} onChange={(e) => setOrder(e.target.value as StaggerOrder)} />
          <Act
            name={t('Stagger')}
            title={t('Let each layer run {every} frames after the one before', { every })}
            onClick={() => void stagger()}
          />
        </Flex>
      )}
    </Section>
  )
}
