import { Button, Flex } from '@chakra-ui/react'
import { Anchor, ImagePlus, RectangleHorizontal, Type } from 'lucide-react'
import { useRef } from 'react'
import { addPicture, Refused } from '../api/client'
import type { Layer } from '../live/document'
import { useBench, usePick } from './benchStore'

/** Adds plates, type and pictures, in the middle of the frame and of a size that suits it. */
export function AddLayerBar() {
  const { edit, set } = usePick('edit', 'set')
  const width = useBench((s) => s.graphic?.width ?? 0)
  const height = useBench((s) => s.graphic?.height ?? 0)
  const file = useRef<HTMLInputElement>(null)
  if (width === 0) return null
  const unit = Math.min(width, height)
  const add = (layer: Omit<Layer, 'id'>) => edit({ do: 'addLayer', layer: { id: '', ...layer } })
  const addPlate = () => {
    const size: [number, number] = [Math.round(unit * 0.5), Math.round(unit * 0.1)]
    return add({
      name: 'Plate',
      position: [Math.round((width - size[0]) / 2), Math.round((height - size[1]) / 2)],
      content: { kind: 'plate', size, fill: '#4A2C12' },
    })
  }
  const addType = () => {
    const typeSize = Math.round(unit * 0.06)
    return add({
      name: 'Type',
      position: [Math.round(width * 0.4), Math.round(height / 2)],
      content: { kind: 'type', text: 'Words', family: 'Inter', weight: 600, align: 'left', fill: '#FFFFFF', typeSize },
    })
  }
  const addHook = () => add({ name: 'Hook', position: [Math.round(width / 2), Math.round(height / 2)], content: { kind: 'hook' } })
  const addPictureLayer = async (chosen: File) => {
    try {
      const picture = await addPicture(chosen)
      const k = Math.min(1, (width * 0.5) / picture.width, (height * 0.5) / picture.height)
      const size: [number, number] = [Math.round(picture.width * k), Math.round(picture.height * k)]
      const { hash, ...asset } = picture
      await edit({
        do: 'several',
        edits: [
          { do: 'addAsset', hash, asset },
          {
            do: 'addLayer',
            layer: {
              id: '',
              name: picture.name.replace(/\.[^.]+$/, '') || 'Picture',
              position: [Math.round((width - size[0]) / 2), Math.round((height - size[1]) / 2)],
              content: { kind: 'picture', asset: hash, size },
            },
          },
        ],
      })
    } catch (e) {
      const refused = e instanceof Refused ? e : new Refused('The picture could not be sent.', 'Try again.')
      set({ refusal: { message: refused.message, remedy: refused.remedy } })
    }
  }
  return (
    <Flex gap="4px" ml="10px" role="group" aria-label="Add a layer">
      <Button size="xs" variant="outline" borderColor="line" onClick={addPlate}>
        <RectangleHorizontal size={14} /> Plate
      </Button>
      <Button size="xs" variant="outline" borderColor="line" onClick={addType}>
        <Type size={14} /> Type
      </Button>
      <Button size="xs" variant="outline" borderColor="line" onClick={() => file.current?.click()}>
        <ImagePlus size={14} /> Picture
      </Button>
      <Button size="xs" variant="outline" borderColor="line" title="An invisible carrier that layers hang from" onClick={addHook}>
        <Anchor size={14} /> Hook
      </Button>
      <input
        ref={file}
        type="file"
        accept="image/png,image/jpeg,image/webp"
        hidden
        aria-label="Picture file"
        onChange={(e) => {
          const chosen = e.target.files?.[0]
          if (chosen) void addPictureLayer(chosen)
          e.target.value = ''
        }}
      />
    </Flex>
  )
}
