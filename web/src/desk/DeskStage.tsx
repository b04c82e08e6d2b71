import { Box, Flex, Text } from '@chakra-ui/react'
import { Film } from 'lucide-react'
import { useRef } from 'react'
import { StageCanvases } from '../stage/StageCanvases'
import { StageWall } from '../stage/StageWall'
import { usePlaying } from '../stage/usePlaying'
import { useStagePainting } from '../stage/useStagePainting'
import { useWindows } from '../stage/useWindows'
import { Choice, Tool } from '../shell/controls'
import { useSize } from '../shell/useSize'
import { useSounding } from '../sound/useSounding'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { useView, type Wall } from '../stores/viewStore'
import { t } from '../words/words'

const walls: { value: Wall; label: string }[] = [
  { value: 'footage', label: t('Footage') },
  { value: 'checker', label: t('Checkerboard') },
  { value: 'black', label: t('Black') },
  { value: 'white', label: t('White') },
  { value: 'grey', label: t('Mid grey') },
]

/** The filled graphic, running, over the editor's own footage: a clip or a picture is dropped onto it. */
export function DeskStage() {
  const frame = useRef<HTMLDivElement>(null)
  const moving = useRef<HTMLCanvasElement>(null)
  const exact = useRef<HTMLCanvasElement>(null)
  const file = useRef<HTMLInputElement>(null)
  const { graphic } = usePick(useDocument, 'graphic')
  const { wall, footage } = usePick(useView, 'wall', 'footage')
  const { setWall, setFootage } = useView.getState()
  const room = useSize(frame)
  const scale = graphic && room.width > 0 ? Math.max(0.02, Math.min(room.width / graphic.width, room.height / graphic.height)) : 1
  useStagePainting(moving, exact, scale)
  usePlaying()
  useWindows()
  useSounding()
  return (
    <Flex direction="column" minH="0" h="100%">
      <Box
        ref={frame}
        flex="1"
        minH="0"
        bg="sunk"
        display="grid"
        placeItems="center"
        overflow="hidden"
        onDragOver={(e) => e.preventDefault()}
        onDrop={(e) => {
          e.preventDefault()
          if (e.dataTransfer.files[0]) setFootage(e.dataTransfer.files[0])
        }}
      >
        {graphic && (
          <Box
            position="relative"
            overflow="hidden"
            style={{ width: graphic.width * scale, height: graphic.height * scale }}
            data-testid="stage"
          >
            <StageWall />
            <StageCanvases moving={moving} exact={exact} label={t('Picture')} />
          </Box>
        )}
      </Box>
      <Flex align="center" gap="8px" px="10px" h="36px" flexShrink={0} bg="panel" borderTop="1px solid" borderColor="line">
        <Text fontSize="12px" color="soft" whiteSpace="nowrap">
          {t('Behind it')}
        </Text>
        <Box w="124px">
          <Choice label={t('Wall')} options={walls} value={wall} onChange={(e) => setWall(e.target.value as Wall)} />
        </Box>
        <Tool
          label={t('Footage of your own: a clip or a picture; or drop it on the picture')}
          variant="outline"
          borderColor="line"
          onClick={() => file.current?.click()}
        >
          <Film size={15} />
        </Tool>
        <input
          ref={file}
          type="file"
          hidden
          accept="video/*,image/*"
          aria-label={t('Footage of your own')}
          onChange={(e) => {
            if (e.target.files?.[0]) setFootage(e.target.files[0])
            e.target.value = ''
          }}
        />
        <Text fontSize="12px" color="soft" truncate>
          {wall === 'footage' && footage ? footage.name : t('Only for looking: never in the file')}
        </Text>
      </Flex>
    </Flex>
  )
}
