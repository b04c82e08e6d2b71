import { Box, Flex } from '@chakra-ui/react'
import { ChevronDown, ChevronRight, Eye, EyeOff, Lock, LockOpen, Package, PackageOpen, Spline } from 'lucide-react'
import { Fragment, memo, useState, type DragEvent, type MouseEvent, type ReactNode } from 'react'
import type { Schemas } from '../api/client'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { useSelection } from '../stores/selectionStore'
import { enter, follow } from '../bench/groups'
import { keyableValues, labelOf } from '../details/valueInfo'
import type { ChangeLayer } from '../live/core.gen'
import { keysOf, type Edit, type Layer } from '../live/document'
import { several } from '../live/edits'
import { Tool } from '../shell/controls'
import { useRow, useRows } from './rowState'
import { ShapeEditor } from './ShapeEditor'
import { Strip } from './Strip'
import { NAMES_WIDTH, type TimeScale } from './timeScale'

const INDENT_PX = 14

/** How layers are told from other things that are dragged. */
const DRAGGED = 'text/hang-layer'

interface Props {
  layer: Layer
  /** How many groups it is in. */
  depth: number
  /** Name of what it hangs from. */
  carrier: string | undefined
  scale: TimeScale
  choices: Schemas['Choices']
}

/** A layer on the timeline. Drawn again only when its own layer changes. */
export const LayerRow = memo(function LayerRow({ layer, depth, carrier, scale, choices }: Props) {
  const { edit } = useDocument.getState()
  const chosen = useSelection((s) => s.selection.includes(layer.id))
  const alone = useSelection((s) => s.selection.length === 1 && s.selection[0] === layer.id)
  const { opened, all, shaped, collapsed } = useRow(layer.id)
  const show = (part: Parameters<ReturnType<typeof useRows.getState>['change']>[1]) => useRows.getState().change(layer.id, part)
  const [dropHere, setDropHere] = useState<'before' | 'into' | null>(null)
  const isGroup = layer.content.kind === 'group'
  const isOpen = opened ?? alone
  const values = keyableValues(layer, choices)
  const keyed = values.filter((v) => keysOf(layer, v.address).length > 0)
  const listed = all ? values : keyed
  const change = (part: Partial<ChangeLayer>) => void edit({ do: 'changeLayer', layer: layer.id, ...part })

  const choose = (e: MouseEvent) => {
    const { selection, select } = useSelection.getState()
    const more = e.shiftKey || e.ctrlKey
    follow(layer.id)
    select(!more ? [layer.id] : chosen ? selection.filter((s) => s !== layer.id) : [...selection, layer.id])
  }
  /** The lower half of a group's row puts into it; everywhere else the layer comes to lie in front of this one. */
  const wayOf = (e: DragEvent) => {
    const box = e.currentTarget.getBoundingClientRect()
    return isGroup && e.clientY > box.top + box.height / 2 ? 'into' : 'before'
  }
  const drop = (e: DragEvent) => {
    e.preventDefault()
    setDropHere(null)
    const dragged = e.dataTransfer.getData(DRAGGED)
    if (dragged && dragged !== layer.id) void edit(dropped(dragged, layer, wayOf(e)))
  }

  const names = (
    <Flex
      align="center"
      h="100%"
      draggable
      style={{ paddingLeft: depth * INDENT_PX }}
      onDragStart={(e) => e.dataTransfer.setData(DRAGGED, layer.id)}
      onDragOver={(e) => {
        e.preventDefault()
        setDropHere(wayOf(e))
      }}
      onDragLeave={() => setDropHere(null)}
      onDrop={drop}
    >
      <Tool label={isOpen ? `Close ${layer.name}` : `Open ${layer.name}`} minW="24px" h="24px" onClick={() => show({ opened: !isOpen })}>
        {isOpen ? <ChevronDown size={13} /> : <ChevronRight size={13} />}
      </Tool>
      {isGroup && (
        <Tool
          label={collapsed ? `Show what is in ${layer.name}` : `Put away what is in ${layer.name}`}
          aria-expanded={!collapsed}
          minW="24px"
          h="24px"
          onClick={() => show({ collapsed: !collapsed })}
        >
          {collapsed ? <Package size={13} /> : <PackageOpen size={13} />}
        </Tool>
      )}
      <Box
        asChild
        flex="1"
        minW="0"
        textAlign="left"
        truncate
        opacity={layer.hidden ? 0.5 : 1}
        cursor="pointer"
        fontWeight={isGroup ? '600' : undefined}
      >
        <button
          title={carrier ? `${layer.name}, hangs from ${carrier}` : layer.name}
          onClick={choose}
          onDoubleClick={() => {
            if (isGroup) enter(layer.id)
          }}
          aria-label={layer.name}
        >
          {layer.name}
          {carrier && <Box as="span" color="soft" fontSize="10px">{` ↳ ${carrier}`}</Box>}
        </button>
      </Box>
      <Tool
        label={layer.hidden ? `Show ${layer.name}` : `Hide ${layer.name}`}
        minW="24px"
        h="24px"
        opacity={layer.hidden ? 1 : 0.55}
        onClick={() => change({ hidden: !layer.hidden })}
      >
        {layer.hidden ? <EyeOff size={13} /> : <Eye size={13} />}
      </Tool>
      <Tool
        label={layer.locked ? `Unlock ${layer.name}` : `Lock ${layer.name}`}
        minW="24px"
        h="24px"
        opacity={layer.locked ? 1 : 0.55}
        onClick={() => change({ locked: !layer.locked })}
      >
        {layer.locked ? <Lock size={12} /> : <LockOpen size={12} />}
      </Tool>
    </Flex>
  )

  return (
    <>
      <Row chosen={chosen} drop={dropHere} names={names}>
        <Strip layer={layer} addresses={keyed.map((v) => v.address)} scale={scale} />
      </Row>
      {isOpen &&
        listed.map((value) => {
          const label = labelOf(value)
          const keys = keysOf(layer, value.address).length
          const isShaped = shaped === value.address && keys > 1 && value.info.components.length > 0
          return (
            <Fragment key={value.address}>
              <Row
                names={
                  <Flex align="center" color="soft" fontSize="12px" style={{ paddingLeft: 30 + depth * INDENT_PX }}>
                    <Box flex="1" truncate>
                      {label}
                    </Box>
                    {keys > 1 && value.info.components.length > 0 && (
                      <Tool
                        label={`${isShaped ? 'Close the shape of' : 'Shape'} ${label} of ${layer.name}`}
                        on={isShaped}
                        minW="24px"
                        h="22px"
                        onClick={() => show({ shaped: isShaped ? null : value.address })}
                      >
                        <Spline size={13} />
                      </Tool>
                    )}
                  </Flex>
                }
              >
                <Strip layer={layer} own={label} addresses={[value.address]} scale={scale} />
              </Row>
              {isShaped && <ShapeEditor layer={layer} value={value} scale={scale} />}
            </Fragment>
          )
        })}
      {isOpen && (
        <Box pl="38px" py="2px" fontSize="11px" color="soft" w={`${NAMES_WIDTH}px`} borderRight="1px solid" borderColor="line">
          <Box asChild textDecoration="underline">
            <button onClick={() => show({ all: !all })}>{all ? 'Only values in use' : 'All values'}</button>
          </Box>
        </Box>
      )}
    </>
  )
})

/** What it means to drop a layer on another's row. */
function dropped(dragged: string, target: Layer, way: 'before' | 'into'): Edit {
  const { graphic } = useDocument.getState()
  const { frame } = usePlayback.getState()
  const layers = graphic!.layers
  const group = way === 'into' ? target.id : target.group
  const to = layers.findIndex((l) => l.id === target.id)
  const moves: Edit[] = []
  if (layers.find((l) => l.id === dragged)?.group !== group)
    moves.push({ do: 'moveIntoGroup', layers: [dragged], at: frame, ...(group ? { group } : {}) })
  if (way === 'before') moves.push({ do: 'orderLayer', layer: dragged, to })
  return several(moves.length > 0 ? moves : [{ do: 'orderLayer', layer: dragged, to }])
}

function Row({
  names,
  children,
  chosen = false,
  drop = null,
}: {
  names: ReactNode
  children: ReactNode
  chosen?: boolean
  drop?: 'before' | 'into' | null
}) {
  return (
    <Flex
      h="26px"
      align="stretch"
      borderBottom="1px solid"
      borderColor="line"
      bg={chosen ? 'chosen' : 'transparent'}
      boxShadow={
        drop === 'before'
          ? 'inset 0 2px 0 var(--chakra-colors-accent)'
          : drop === 'into'
            ? 'inset 0 0 0 2px var(--chakra-colors-accent)'
            : undefined
      }
    >
      <Box w={`${NAMES_WIDTH}px`} flexShrink={0} px="4px" alignContent="center" borderRight="1px solid" borderColor="line">
        {names}
      </Box>
      <Box flex="1" position="relative" overflow="hidden">
        {children}
      </Box>
    </Flex>
  )
}
