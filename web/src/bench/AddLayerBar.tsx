import { Box, Button, Flex, Menu, Portal } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { Anchor, ChevronDown, ImagePlus, Lightbulb, Music, RectangleHorizontal, Type } from 'lucide-react'
import { useRef } from 'react'
import { choicesQuery } from '../api/choices'
import type { Schemas } from '../api/client'
import type { Content } from '../live/document'
import { Sample } from '../details/SampleMenu'
import { useDocument } from '../stores/documentStore'
import { acceptOf } from '../stores/sources'
import { addInTurn, addPictureLayer, addSoundLayer, type NewLayer } from '../acts/adding'
import { useAsked } from '../acts/placing'
import { useView } from '../stores/viewStore'
import { t } from '../words/words'

/** Adds shapes, type, pictures, sounds and hooks, in the middle of the frame and of a size that suits it. */
export function AddLayerBar() {
  const width = useDocument((s) => s.graphic?.width ?? 0)
  const height = useDocument((s) => s.graphic?.height ?? 0)
  const file = useRef<HTMLInputElement>(null)
  const sound = useRef<HTMLInputElement>(null)
  const contents = useQuery(choicesQuery).data?.contents ?? []
  if (width === 0) return null
  // Plates come first: they are wanted most.
  const [plate, ...more] = contents.filter((c) => isShape(c)).sort((a, b) => Number(b.name === 'plate') - Number(a.name === 'plate'))
  const unit = Math.min(width, height)
  const add = (layer: NewLayer) => addInTurn(() => layer)
  const addShape = (shape: Schemas['ModuleInfo']) => {
    // A plate is made to carry words; everything else is as wide as it is high.
    const size: [number, number] =
      shape.name === 'plate' ? [Math.round(unit * 0.5), Math.round(unit * 0.1)] : [Math.round(unit * 0.3), Math.round(unit * 0.3)]
    const fill = shape.values.some((v) => v.name === 'fill') ? { fill: '#4A2C12' } : {}
    return add({
      name: shape.title,
      position: [Math.round((width - size[0]) / 2), Math.round((height - size[1]) / 2)],
      content: { kind: shape.name, ...(shape.sized ? { [shape.sized]: size } : {}), ...fill } as unknown as Content,
    })
  }
  const addType = () => {
    const typeSize = Math.round(unit * 0.06)
    return add({
      name: t('Type'),
      position: [Math.round(width * 0.4), Math.round(height / 2)],
      content: { kind: 'type', text: t('Words'), family: 'Inter', weight: 600, align: 'left', fill: '#FFFFFF', typeSize },
    })
  }
  const addOther = (content: Schemas['ModuleInfo']) => {
    const typeSize = Math.round(unit * (content.name === 'counter' ? 0.18 : 0.042))
    const size: [number, number] = [Math.round(width * 0.5), Math.round(height * 0.4)]
    const isLarge = content.sized === 'size'
    return add({
      name: content.title,
      // What rolls passes the whole height of the picture.
      position:
        content.name === 'roll'
          ? [width / 2, 0]
          : isLarge
            ? [Math.round((width - size[0]) / 2), Math.round((height - size[1]) / 2)]
            : [width / 2, height / 2],
      content: {
        kind: content.name,
        typeSize,
        fill: '#FFFFFF',
        ...(isLarge ? { size } : {}),
        ...(content.name === 'roll' ? { lines: '# Heading\n\nRole | Name\nRole | Name' } : {}),
      } as unknown as Content,
    })
  }
  const addHook = () => add({ name: t('Hook'), position: [Math.round(width / 2), Math.round(height / 2)], content: { kind: 'hook' } })
  const addLamp = () => add({ name: t('Lamp'), position: [Math.round(width * 0.3), Math.round(height * 0.2)], content: { kind: 'lamp' } })
  return (
    <Flex gap="4px" ml="10px" role="group" aria-label={t('Add a layer')}>
      {plate && (
        <Button size="xs" variant="outline" borderColor="line" onClick={() => void addShape(plate)}>
          <RectangleHorizontal size={14} /> {plate.title}
        </Button>
      )}
      {more.length > 0 && (
        <Menu.Root size="sm">
          <Menu.Trigger asChild>
            <Button size="xs" variant="outline" borderColor="line" title={t('Other shapes, counters, credits and charts')}>
              {t('More')} <ChevronDown size={12} />
            </Button>
          </Menu.Trigger>
          <Portal>
            <Menu.Positioner>
              <Menu.Content>
                {more.map((shape) => (
                  <Menu.Item
                    key={shape.name}
                    value={shape.name}
                    title={shape.meaning}
                    onSelect={() => (shape.name === 'path' ? useView.getState().draw(true) : void addShape(shape))}
                  >
                    <Box w="48px">
                      <Sample what="shapes" name={shape.name} height={27} />
                    </Box>
                    {shape.title}
                  </Menu.Item>
                ))}
                <Menu.Item
                  value="placed"
                  title={t('Another graphic of this package, as a layer')}
                  onSelect={() => useAsked.getState().ask('place')}
                >
                  {t('Placed graphic…')}
                </Menu.Item>
                <Menu.Separator />
                {contents.filter(isOther).map((content) => (
                  <Menu.Item key={content.name} value={content.name} title={content.meaning} onSelect={() => void addOther(content)}>
                    {content.title}
                  </Menu.Item>
                ))}
              </Menu.Content>
            </Menu.Positioner>
          </Portal>
        </Menu.Root>
      )}
      <Button size="xs" variant="outline" borderColor="line" onClick={() => void addType()}>
        <Type size={14} /> {t('Type')}
      </Button>
      <Button size="xs" variant="outline" borderColor="line" onClick={() => file.current?.click()}>
        <ImagePlus size={14} /> {t('Picture')}
      </Button>
      <Button
        size="xs"
        variant="outline"
        borderColor="line"
        title={t('A sound that begins at the playhead: WAV, FLAC, MP3, OGG or M4A')}
        onClick={() => sound.current?.click()}
      >
        <Music size={14} /> {t('Sound')}
      </Button>
      <Button
        size="xs"
        variant="outline"
        borderColor="line"
        title={t('An invisible carrier that layers hang from')}
        onClick={() => void addHook()}
      >
        <Anchor size={14} /> {t('Hook')}
      </Button>
      <Button
        size="xs"
        variant="outline"
        borderColor="line"
        title={t('A point of light: raised layers throw shadows away from it')}
        onClick={() => void addLamp()}
      >
        <Lightbulb size={14} /> {t('Lamp')}
      </Button>
      <input
        ref={file}
        type="file"
        accept={acceptOf('picture')}
        hidden
        aria-label={t('Picture file')}
        onChange={(e) => {
          const chosen = e.target.files?.[0]
          if (chosen) void addPictureLayer(chosen)
          e.target.value = ''
        }}
      />
      <input
        ref={sound}
        type="file"
        accept={acceptOf('sound')}
        hidden
        aria-label={t('Sound file')}
        onChange={(e) => {
          const chosen = e.target.files?.[0]
          if (chosen) void addSoundLayer(chosen)
          e.target.value = ''
        }}
      />
    </Flex>
  )
}

/** What makes its words itself: numbers that count, credits, charts. */
const isOther = (content: Schemas['ModuleInfo']): boolean => content.name !== 'type' && content.values.some((v) => v.name === 'family')

/** What shows something by itself: neither words nor a picture nor other layers. */
function isShape(content: Schemas['ModuleInfo']): boolean {
  return (
    !content.isInvisible && !content.isGroup && !content.values.some((v) => v.kind === 'picture' || v.kind === 'text' || v.kind === 'edges')
  )
}
