import { Box } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useRef } from 'react'
import { choicesQuery } from '../api/choices'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { usePlayback } from '../stores/playbackStore'
import { useSelection } from '../stores/selectionStore'
import { useSize } from '../shell/useSize'
import { useView } from '../stores/viewStore'
import { addDropped } from '../acts/adding'
import { Around } from './Around'
import { DrawPath } from './DrawPath'
import { Handles } from './Handles'
import { LayerMenu } from '../timeline/LayerMenu'
import { layerAt } from '../acts/picking'
import { Grid, Guides, Rulers } from './Rulers'
import { StageCanvases } from '../stage/StageCanvases'
import { StageWall } from '../stage/StageWall'
import { useStagePainting } from '../stage/useStagePainting'
import { WordsOnStage } from './WordsOnStage'
import { t } from '../words/words'

const MARGIN = 28

/** The graphic as it is at the playhead, over a wall, with handles on what is selected. */
export function Stage() {
  const frame = useRef<HTMLDivElement>(null)
  const moving = useRef<HTMLCanvasElement>(null)
  const exact = useRef<HTMLCanvasElement>(null)
  const stage = useRef<HTMLDivElement>(null)
  const { graphic } = usePick(useDocument, 'graphic')
  const { zoom, safeAreas, drawing, rulers, grid } = usePick(useView, 'zoom', 'safeAreas', 'drawing', 'rulers', 'grid')
  const { writing } = usePick(useSelection, 'writing')
  const margins = useQuery(choicesQuery).data
  const room = useSize(frame)
  const fit = graphic ? Math.min((room.width - 2 * MARGIN) / graphic.width, (room.height - 2 * MARGIN) / graphic.height) : 1
  const scale = zoom === 'fit' ? Math.max(0.02, fit) : zoom
  useStagePainting(moving, exact, scale)
  const width = (graphic?.width ?? 0) * scale
  const height = (graphic?.height ?? 0) * scale

  return (
    <Box flex="1" minH="0" position="relative">
      <Box
        ref={frame}
        position="absolute"
        inset="0"
        overflow={zoom === 'fit' ? 'hidden' : 'auto'}
        bg="sunk"
        onPointerDown={(e) => e.button === 0 && useSelection.getState().select([])}
        onDragOver={(e) => {
          if (e.dataTransfer.types.includes('Files')) e.preventDefault()
        }}
        onDrop={(e) => {
          if (e.dataTransfer.files.length === 0 || !stage.current) return
          e.preventDefault()
          const box = stage.current.getBoundingClientRect()
          void addDropped([...e.dataTransfer.files], [(e.clientX - box.left) / scale, (e.clientY - box.top) / scale])
        }}
      >
        {graphic && room.width > 0 && (
          <Box
            minW="100%"
            minH="100%"
            w="max-content"
            h="max-content"
            display="grid"
            placeItems="center"
            p={zoom === 'fit' ? 0 : `${MARGIN}px`}
          >
            <Box ref={stage} position="relative" style={{ width, height }} boxShadow="0 0 0 1px rgba(128,128,128,.6)" data-testid="stage">
              <StageWall />
              <Around side="behind" scale={scale} />
              <StageCanvases moving={moving} exact={exact} label={t('Stage')} />
              <Around side="before" scale={scale} />
              {safeAreas && margins && (
                <>
                  <SafeArea above margin={margins.actionMargin} />
                  <SafeArea margin={margins.graphicsMargin} />
                </>
              )}
              {grid > 0 && <Grid step={grid} scale={scale} />}
              <LayerMenu>
                <div onContextMenu={(e) => chooseAt(e, scale)}>
                  <Handles scale={scale} />
                </div>
              </LayerMenu>
              {rulers && <Guides scale={scale} />}
              {drawing && <DrawPath scale={scale} />}
              {writing && <WordsOnStage key={writing} id={writing} scale={scale} />}
            </Box>
          </Box>
        )}
      </Box>
      {graphic && room.width > 0 && rulers && <Rulers frame={frame} stage={stage} scale={scale} />}
    </Box>
  )
}

/** The right button is about what it is pressed on. */
function chooseAt(e: React.MouseEvent, scale: number) {
  const { graphic, program } = useDocument.getState()
  const { selection, entered, select } = useSelection.getState()
  const box = e.currentTarget.querySelector('svg')!.getBoundingClientRect()
  const point = { x: (e.clientX - box.left) / scale, y: (e.clientY - box.top) / scale }
  const hit = layerAt(graphic!, program!, usePlayback.getState().frame, point, entered)
  if (!hit) select([])
  else if (!selection.includes(hit)) select([hit])
}

function SafeArea({ above, margin }: { above?: boolean; margin: number }) {
  return (
    <Box
      position="absolute"
      pointerEvents="none"
      border="1px dashed rgba(255,255,255,.9)"
      outline="1px dashed rgba(0,0,0,.5)"
      style={{ inset: `${margin * 100}%` }}
    >
      <Box position="absolute" top={above ? '-16px' : '2px'} left="4px" fontSize="12px" color="white" textShadow="0 0 3px black">
        {above ? t('Action safe') : t('Graphics safe')}
      </Box>
    </Box>
  )
}
