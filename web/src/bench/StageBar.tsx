import type { Wall } from '../stores/viewStore'
import { Box, Flex, Spacer, Text } from '@chakra-ui/react'
import { Frame, Ruler, Scan, Wind } from 'lucide-react'
import { Choice, Tool } from '../shell/controls'
import { usePick } from '../stores/pick'
import { ColourWell } from '../shell/ColourWell'
import { useView } from '../stores/viewStore'
import { usePlacedIn } from './Around'
import { t } from '../words/words'

const walls: { value: Wall; label: string }[] = [
  { value: 'checker', label: t('Checkerboard') },
  { value: 'black', label: t('Black') },
  { value: 'white', label: t('White') },
  { value: 'grey', label: t('Mid grey') },
  { value: 'colour', label: t('A colour') },
  { value: 'footage', label: t('Footage') },
]

const grids = [0, 8, 10, 16, 20, 40, 60, 80, 120]

const zooms = ['fit', '0.25', '0.5', '1', '2', '4']

/** What is seen behind the graphic, how large, and with which guides. */
export function StageBar() {
  const { wall, wallColour, safeAreas, rulers, grid, zoom, showBlur, around } = usePick(
    useView,
    'wall',
    'wallColour',
    'safeAreas',
    'rulers',
    'grid',
    'zoom',
    'showBlur',
    'around',
  )
  const { setWall, setWallColour, toggleAround, toggleBlur, toggleSafeAreas, toggleRulers, setGrid, zoomTo } = useView.getState()
  const placed = usePlacedIn()
  return (
    <Flex h="34px" flexShrink={0} align="center" gap="8px" px="12px" borderBottom="1px solid" borderColor="line">
      <Text color="soft" fontSize="12px" flexShrink={0}>
        {t('Wall')}
      </Text>
      <Box w="124px">
        <Choice label={t('Wall')} options={walls} value={wall} onChange={(e) => setWall(e.target.value as Wall)} />
      </Box>
      {wall === 'colour' && (
        <ColourWell label={t('Colour of the wall')} hex={wallColour} onPreview={setWallColour} onChange={setWallColour} />
      )}
      <Text fontSize="12px" color="soft" truncate>
        {t('Preview only: the wall is never in the file')}
      </Text>
      <Spacer />
      {placed && (
        <Tool
          label={around ? t('The graphic that it is placed in is seen around it') : t('The graphic that it is placed in is not seen')}
          on={around}
          onClick={toggleAround}
        >
          <Frame size={15} />
        </Tool>
      )}
      <Tool
        label={
          showBlur
            ? t('Motion blur is shown on the stage; the file has it either way')
            : t('Motion blur is not shown on the stage; the file has it')
        }
        on={showBlur}
        onClick={toggleBlur}
      >
        <Wind size={15} />
      </Tool>
      <Tool label={t('Safe areas (EBU R 95)')} on={safeAreas} onClick={toggleSafeAreas}>
        <Scan size={15} />
      </Tool>
      <Tool label={t('Rulers and guides: drag guides out of the rulers')} on={rulers} onClick={toggleRulers}>
        <Ruler size={15} />
      </Tool>
      <Box w="92px">
        <Choice
          label={t('Grid')}
          value={String(grid)}
          options={grids.map((g) => ({ value: String(g), label: g === 0 ? t('No grid') : t('Grid {g} px', { g }) }))}
          onChange={(e) => setGrid(Number(e.target.value))}
        />
      </Box>
      <Box w="94px">
        <Choice
          label={t('Zoom')}
          value={String(zoom)}
          options={zooms.map((z) => ({ value: z, label: z === 'fit' ? t('Fit') : `${Number(z) * 100} %` }))}
          onChange={(e) => zoomTo(e.target.value === 'fit' ? 'fit' : Number(e.target.value))}
        />
      </Box>
    </Flex>
  )
}
