import { Box } from '@chakra-ui/react'
import { useVirtualizer } from '@tanstack/react-virtual'
import { useMemo, type RefObject } from 'react'
import type { Schemas } from '../api/client'
import { useDocument } from '../stores/documentStore'
import { LayerMenu } from './LayerMenu'
import { LayerRow } from './LayerRow'
import { treeRows } from './layerTree'
import { useRows } from './rowState'
import type { TimeScale } from './timeScale'
import { t } from '../words/words'

const ROW_PX = 26

interface Props {
  scale: TimeScale
  choices: Schemas['Choices']
  /** What scrolls. */
  area: RefObject<HTMLDivElement | null>
}

/** Layers from the front to the back, groups before their members; each opens to the values that are keyed. Only rows in view are there. */
export function LayerRows({ scale, choices, area }: Props) {
  const layers = useDocument((s) => s.graphic!.layers)
  const rowStates = useRows((s) => s.rows)
  const rows = useMemo(() => treeRows(layers, (id) => rowStates[id]?.collapsed ?? false), [layers, rowStates])
  const names = useMemo(() => new Map(layers.map((l) => [l.id, l.name])), [layers])
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => area.current,
    estimateSize: () => ROW_PX,
    getItemKey: (i) => rows[i]!.layer.id,
    overscan: 8,
  })
  if (layers.length === 0) {
    return (
      <Box p="18px" color="soft">
        {t('No layers yet. Add a plate, type or a picture above.')}
      </Box>
    )
  }
  return (
    <LayerMenu>
      <Box role="list" aria-label={t('Layers')} position="relative" style={{ height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map((item) => {
          const { layer, depth } = rows[item.index]!
          return (
            <Box
              key={item.key}
              ref={virtual.measureElement}
              data-index={item.index}
              role="listitem"
              aria-label={layer.name}
              aria-level={depth + 1}
              position="absolute"
              left="0"
              right="0"
              style={{ top: item.start }}
            >
              <LayerRow
                layer={layer}
                depth={depth}
                carrier={layer.hangsFrom && names.get(layer.hangsFrom)}
                scale={scale}
                choices={choices}
              />
            </Box>
          )
        })}
      </Box>
    </LayerMenu>
  )
}
