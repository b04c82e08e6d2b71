import { Box, Button, Flex, Grid, Text } from '@chakra-ui/react'
import { ChevronDown, ChevronRight } from 'lucide-react'
import { useState } from 'react'
import type { Schemas } from '../api/client'
import { CommittedInput } from '../shell/CommittedInput'
import { Choice, Labelled } from '../shell/controls'
import { NumberField } from '../shell/NumberField'
import { Tick } from '../shell/Tick'
import type { Order } from './order'
import { t } from '../words/words'

interface Props {
  order: Order
  chosen: Schemas['KindView'][]
  colourways: string[]
  /** True when something is heard of the graphic. */
  hasSound: boolean
  /** How files are named where nothing else is said. */
  usual: string
  /** The other graphics of the package, and which of them go along. */
  siblings: { id: string; name: string }[]
  along: string[]
  onAlong: (along: string[]) => void
  onChange: (part: Partial<Order>) => void
}

const otherSizes = [0.5, 2 / 3, 2]

/** What is seldom asked for: alpha, timecode, numbers, colourways, other sizes, names and notes. Only what the chosen kinds can hold is shown. */
export function MoreOfOrder({ order, chosen, colourways, hasSound, usual, siblings, along, onAlong, onChange }: Props) {
  const [open, setOpen] = useState(false)
  const can = (what: (k: Schemas['KindView']) => boolean) => chosen.some(what)
  return (
    <Box mb="10px">
      <Button
        size="2xs"
        h="24px"
        variant="ghost"
        px="2px"
        color="soft"
        fontWeight="400"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        {open ? <ChevronDown size={13} /> : <ChevronRight size={13} />}{' '}
        {hasSound ? t('Alpha, sound, timecode, names') : t('Alpha, timecode, colourways, names')}
      </Button>
      {open && (
        <Box pt="6px">
          {order.backing.kind === 'none' && can((k) => k.mayBePremultiplied) && (
            <Labelled label={t('Alpha')}>
              <Choice
                label={t('Alpha')}
                value={order.premultiplied ? 'premultiplied' : 'straight'}
                options={[
                  { value: 'straight', label: t('Straight') },
                  { value: 'premultiplied', label: t('Premultiplied over black') },
                ]}
                onChange={(e) => onChange({ premultiplied: e.target.value === 'premultiplied' })}
              />
            </Labelled>
          )}
          <Grid templateColumns="1fr 1fr" gap="0 8px">
            {can((k) => k.hasTimecode) && (
              <Labelled label={t('Timecode of the first frame')}>
                <CommittedInput
                  value={order.timecode ?? ''}
                  placeholder={t('as in the graphic')}
                  onCommit={(t) => onChange({ timecode: t === '' ? undefined : t })}
                />
              </Labelled>
            )}
            {can((k) => k.isSequence) && (
              <Labelled label={t('Number of the first still')}>
                <CommittedInput
                  value={order.firstNumber == null ? '' : String(order.firstNumber)}
                  placeholder={t('its frame')}
                  onCommit={(t) => onChange({ firstNumber: /^\d+$/.test(t) ? Number(t) : undefined })}
                />
              </Labelled>
            )}
          </Grid>
          {hasSound && can((k) => k.sound !== 'none') && (
            <Box mb="6px">
              <Tick checked={!order.silent} onChange={(on) => onChange({ silent: !on })}>
                {t('With sound')}
              </Tick>
            </Box>
          )}
          {can((k) => k.mayLoop) && (
            <Box mb="6px">
              <Tick checked={!order.once} onChange={(on) => onChange({ once: !on })}>
                {t('Repeats for ever')}
              </Tick>
            </Box>
          )}
          {colourways.length > 1 && (
            <Box mb="6px">
              <Text fontSize="12px" color="soft" mb="2px">
                {t('Colourways')}
              </Text>
              <Flex wrap="wrap" gap="4px 12px">
                {colourways.map((name) => (
                  <Tick
                    key={name}
                    checked={order.colourways?.includes(name) ?? false}
                    onChange={(on) => onChange({ colourways: colourways.filter((c) => (c === name ? on : order.colourways?.includes(c))) })}
                  >
                    {name}
                  </Tick>
                ))}
              </Flex>
            </Box>
          )}
          <Text fontSize="12px" color="soft" mb="2px">
            {t('Also in other sizes')}
          </Text>
          <Flex gap="12px" mb="6px">
            {otherSizes.map((s) => (
              <Tick
                key={s}
                checked={order.scales.slice(1).includes(s)}
                onChange={(on) =>
                  onChange({
                    scales: [order.scales[0] ?? 1, ...otherSizes.filter((o) => (o === s ? on : order.scales.slice(1).includes(o)))],
                  })
                }
              >
                {Math.round(s * 100)} %
              </Tick>
            ))}
          </Flex>
          {siblings.length > 0 && (
            <Box mb="6px">
              <Text fontSize="12px" color="soft" mb="2px">
                {t('Together with')} {along.length > 0 && t('(each whole; their files are on their own pages)')}
              </Text>
              <Flex wrap="wrap" gap="4px 12px">
                {siblings.map((s) => (
                  <Tick
                    key={s.id}
                    checked={along.includes(s.id)}
                    onChange={(on) => onAlong(siblings.map((o) => o.id).filter((o) => (o === s.id ? on : along.includes(o))))}
                  >
                    {s.name}
                  </Tick>
                ))}
              </Flex>
            </Box>
          )}
          <Labelled label={t('Names: {pattern}', { pattern: '{package} {graphic} {variant} {kind} {size} {version}' })}>
            <CommittedInput
              value={order.pattern ?? usual}
              onCommit={(t) => onChange({ pattern: t === '' || t === usual ? undefined : t })}
            />
          </Labelled>
          <Labelled label={t('Note')}>
            <CommittedInput value={order.note ?? ''} onCommit={(note) => onChange({ note })} />
          </Labelled>
          <Box w="150px">
            <NumberField
              label={t('Priority')}
              prefix={t('Priority')}
              value={order.priority ?? 0}
              digits={0}
              min={-9}
              max={9}
              onChange={(priority) => onChange({ priority })}
            />
          </Box>
        </Box>
      )}
    </Box>
  )
}
