import { Box, Grid, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { api, data, Refused } from '../api/client'
import { Labelled, TextInput } from '../shell/controls'
import { Dialog } from '../shell/Dialog'
import { Tick } from '../shell/Tick'
import { sizes } from '../shell/kinds'
import { useDocument } from '../stores/documentStore'
import { t } from '../words/words'

/** The longer side of a size's outline in the dialog, px. */
const OUTLINE = 44

/** Brings the graphic, or a copy of it, to another size and shape. */
export function RefitDialog({ graphic, onClose }: { graphic: string; onClose: () => void }) {
  const isUpright = useDocument((s) => s.graphic !== null && s.graphic.width < s.graphic.height)
  const [size, setSize] = useState(isUpright ? { width: 1920, height: 1080 } : { width: 1080, height: 1920 })
  const [copy, setCopy] = useState(true)
  const [said, setSaid] = useState<string[]>([])
  const navigate = useNavigate()
  const refit = async () => {
    try {
      const made = await data(api.POST('/api/graphics/{id}/refit', { params: { path: { id: graphic } }, body: { ...size, copy } }))
      if (made.graphic !== graphic) await navigate(`/bench/${made.graphic}`)
      if (made.crowded.length > 0) setSaid(made.crowded)
      else onClose()
    } catch (e) {
      const refused = e instanceof Refused ? e : new Refused(t('The server is not reachable.'), t('Start it and try again.'))
      setSaid([`${refused.message} ${refused.remedy}`])
    }
  }
  const side = (key: 'width' | 'height', label: string) => (
    <Labelled label={label}>
      <TextInput
        type="number"
        value={String(size[key])}
        onChange={(e) => setSize((now) => ({ ...now, [key]: Math.round(Number(e.target.value)) }))}
      />
    </Labelled>
  )
  return (
    <Dialog title={t('Refit to another size')} done={t('Refit')} onClose={onClose} onDone={() => void refit()}>
      <Grid templateColumns="repeat(4, 1fr)" gap="8px" mb="10px" role="group" aria-label={t('Sizes')}>
        {[...sizes, [1080, 1350] as [number, number]].map(([width, height]) => {
          const k = OUTLINE / Math.max(width, height)
          const on = size.width === width && size.height === height
          return (
            <Box
              key={`${width}x${height}`}
              as="button"
              py="6px"
              borderRadius="6px"
              border="1px solid"
              borderColor={on ? 'accent' : 'line'}
              bg={on ? 'chosen' : undefined}
              {...{ type: 'button', 'aria-pressed': on, onClick: () => setSize({ width, height }) }}
            >
              <Box h={`${OUTLINE}px`} display="grid" placeItems="center">
                <Box w={`${width * k}px`} h={`${height * k}px`} border="2px solid" borderColor="soft" borderRadius="2px" />
              </Box>
              <Text fontSize="12px" mt="4px">
                {width} × {height}
              </Text>
            </Box>
          )
        })}
      </Grid>
      <Grid templateColumns="1fr 1fr" columnGap="12px">
        {side('width', t('Width, px'))}
        {side('height', t('Height, px'))}
      </Grid>
      <Tick checked={copy} onChange={setCopy}>
        {t('As a copy beside this one')}
      </Tick>
      <Text color="soft" fontSize="12px" mt="6px">
        {t(
          "What lies together stays together and keeps its distance to the edges that it is near; a layer's own tie is set among its values.",
        )}
      </Text>
      {said.map((line) => (
        <Text key={line} role="alert" color="bad" fontSize="13px" mt="6px">
          {line}
        </Text>
      ))}
    </Dialog>
  )
}
