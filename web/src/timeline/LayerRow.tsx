import { Box, Flex } from '@chakra-ui/react'
import { ChevronDown, ChevronRight, Eye, EyeOff, Lock, LockOpen, Package, PackageOpen, Spline, Volume2, VolumeX } from 'lucide-react'
import { Fragment, memo, useEffect, useRef, useState, type DragEvent, type MouseEvent, type ReactNode } from 'react'
import type { Schemas } from '../api/client'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { useSelection } from '../stores/selectionStore'
import { follow } from '../acts/groups'
import { keyableValues, labelOf } from '../values/valueInfo'
import type { ChangeLayer } from '../live/core.gen'
import { keysOf, type Edit, type Layer } from '../live/document'
import { several } from '../live/edits'
import { TextInput, Tool } from '../shell/controls'
import { useRow, useRows } from './rowState'
import { ShapeEditor } from './ShapeEditor'
import { Strip } from './Strip'
import { NAMES_WIDTH, type TimeScale } from './timeScale'
import { t } from '../words/words'
import { factsOf } from '../live/kinds'

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
  const chosen = useSelection((s) => s.selection.includes(layer.id))
  const alone = useSelection((s) => s.selection.length === 1 && s.selection[0] === layer.id)
  const { opened, all, shaped, collapsed } = useRow(layer.id)
  const show = (part: Parameters<ReturnType<typeof useRows.getState>['change']>[1]) => useRows.getState().change(layer.id, part)
  const [dropHere, setDropHere] = useState<'before' | 'into' | null>(null)
  const { isGroup, heard, strip } = factsOf(layer)
  const isOpen = opened ?? alone
  const values = keyableValues(layer, choices)
  const keyed = values.filter((v) => keysOf(layer, v.address).length > 0)
  const listed = all ? values : keyed
  const names = (
    <Names
      id={layer.id}
      name={layer.name}
      hidden={layer.hidden ?? false}
      locked={layer.locked ?? false}
      guide={layer.guide ?? false}
      isGroup={isGroup}
      isSound={heard}
      isOpen={isOpen}
      collapsed={collapsed}
      depth={depth}
      carrier={carrier}
      onDropHere={setDropHere}
    />
  )

  return (
    <>
      <Row chosen={chosen} drop={dropHere} names={names} tall={strip === 'wave'}>
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
                        label={t('{value} {label} of {name}', {
                          value: isShaped ? t('Close the shape of') : t('Shape'),
                          label,
                          name: layer.name,
                        })}
                        on={isShaped}
                        minW="24px"
                        h="24px"
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
        <Box pl="38px" fontSize="12px" color="soft" w={`${NAMES_WIDTH}px`} borderRight="1px solid" borderColor="line">
          <Box asChild textDecoration="underline" minH="24px">
            <button onClick={() => show({ all: !all })}>{all ? t('Only values in use') : t('All values')}</button>
          </Box>
        </Box>
      )}
    </>
  )
})

interface NameProps {
  id: string
  name: string
  hidden: boolean
  locked: boolean
  guide: boolean
  isGroup: boolean
  isSound: boolean
  isOpen: boolean
  collapsed: boolean
  depth: number
  carrier: string | undefined
  onDropHere: (where: 'before' | 'into' | null) => void
}

/** The left part of a row: the layer's name, and what is switched there. */
const Names = memo(function Names({
  id,
  name,
  hidden,
  locked,
  guide,
  isGroup,
  isSound,
  isOpen,
  collapsed,
  depth,
  carrier,
  onDropHere,
}: NameProps) {
  const { edit } = useDocument.getState()
  const show = (part: Parameters<ReturnType<typeof useRows.getState>['change']>[1]) => useRows.getState().change(id, part)
  const change = (part: Partial<ChangeLayer>) => void edit({ do: 'changeLayer', layer: id, ...part })
  const renaming = useRows((s) => s.renaming === id)

  const choose = (e: MouseEvent) => {
    const { selection, select } = useSelection.getState()
    const more = e.shiftKey || e.ctrlKey
    follow(id)
    select(!more ? [id] : selection.includes(id) ? selection.filter((s) => s !== id) : [...selection, id])
  }
  /** The lower half of a group's row puts into it; everywhere else the layer comes to lie in front of this one. */
  const wayOf = (e: DragEvent) => {
    const box = e.currentTarget.getBoundingClientRect()
    return isGroup && e.clientY > box.top + box.height / 2 ? 'into' : 'before'
  }
  const drop = (e: DragEvent) => {
    e.preventDefault()
    onDropHere(null)
    const dragged = e.dataTransfer.getData(DRAGGED)
    if (dragged && dragged !== id) void edit(dropped(dragged, id, wayOf(e)))
  }

  return (
    <Flex
      align="center"
      h="100%"
      draggable
      style={{ paddingLeft: depth * INDENT_PX }}
      onContextMenu={() => {
        const { selection, select } = useSelection.getState()
        if (!selection.includes(id)) select([id])
      }}
      onDragStart={(e) => e.dataTransfer.setData(DRAGGED, id)}
      onDragOver={(e) => {
        e.preventDefault()
        onDropHere(wayOf(e))
      }}
      onDragLeave={() => onDropHere(null)}
      onDrop={drop}
    >
      <Tool
        label={isOpen ? t('Close {name}', { name }) : t('Open {name}', { name })}
        minW="24px"
        h="24px"
        onClick={() => show({ opened: !isOpen })}
      >
        {isOpen ? <ChevronDown size={13} /> : <ChevronRight size={13} />}
      </Tool>
      {isGroup && (
        <Tool
          label={collapsed ? t('Show what is in {name}', { name }) : t('Put away what is in {name}', { name })}
          aria-expanded={!collapsed}
          minW="24px"
          h="24px"
          onClick={() => show({ collapsed: !collapsed })}
        >
          {collapsed ? <Package size={13} /> : <PackageOpen size={13} />}
        </Tool>
      )}
      {renaming ? (
        <NameField id={id} name={name} />
      ) : (
        <Box
          asChild
          flex="1"
          minW="0"
          minH="24px"
          textAlign="left"
          truncate
          opacity={hidden ? 0.5 : 1}
          cursor="pointer"
          fontWeight={isGroup ? '600' : undefined}
        >
          <button
            title={carrier ? t('{name}, hangs from {carrier}', { name, carrier }) : name}
            onClick={choose}
            onDoubleClick={() => useRows.getState().rename(id)}
            aria-label={name}
          >
            {name}
            {guide && (
              <Box as="span" color="soft" fontSize="12px">
                {t(' · not in the file')}
              </Box>
            )}
            {carrier && <Box as="span" color="soft" fontSize="12px">{` ↳ ${carrier}`}</Box>}
          </button>
        </Box>
      )}
      <Tool
        label={
          isSound
            ? hidden
              ? t('Hear {name}', { name })
              : t('Mute {name}', { name })
            : hidden
              ? t('Show {name}', { name })
              : t('Hide {name}', { name })
        }
        minW="24px"
        h="24px"
        opacity={hidden ? 1 : 0.55}
        onClick={() => change({ hidden: !hidden })}
      >
        {isSound ? hidden ? <VolumeX size={13} /> : <Volume2 size={13} /> : hidden ? <EyeOff size={13} /> : <Eye size={13} />}
      </Tool>
      <Tool
        label={locked ? t('Unlock {name}', { name }) : t('Lock {name}', { name })}
        minW="24px"
        h="24px"
        opacity={locked ? 1 : 0.55}
        onClick={() => change({ locked: !locked })}
      >
        {locked ? <Lock size={12} /> : <LockOpen size={12} />}
      </Tool>
    </Flex>
  )
})

/** The name being typed: Enter keeps it, Escape takes it back. */
function NameField({ id, name }: { id: string; name: string }) {
  const { edit } = useDocument.getState()
  const { rename } = useRows.getState()
  const field = useRef<HTMLInputElement>(null)
  useEffect(() => {
    field.current?.focus()
    field.current?.select()
  }, [])
  return (
    <TextInput
      ref={field}
      aria-label={t('Name of {name}', { name })}
      h="24px"
      flex="1"
      defaultValue={name}
      onKeyDown={(e) => {
        e.stopPropagation()
        if (e.key === 'Escape') e.currentTarget.value = name
        if (e.key === 'Enter' || e.key === 'Escape') e.currentTarget.blur()
      }}
      onBlur={(e) => {
        const typed = e.target.value.trim()
        if (typed && typed !== name) void edit({ do: 'changeLayer', layer: id, name: typed })
        rename(null)
      }}
    />
  )
}

/** What it means to drop a layer on another's row. */
function dropped(dragged: string, targetId: string, way: 'before' | 'into'): Edit {
  const { graphic } = useDocument.getState()
  const { frame } = usePlayback.getState()
  const layers = graphic!.layers
  const target = layers.find((l) => l.id === targetId)!
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
  tall = false,
}: {
  names: ReactNode
  children: ReactNode
  chosen?: boolean
  drop?: 'before' | 'into' | null
  tall?: boolean
}) {
  return (
    <Flex
      h={tall ? '40px' : '26px'}
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
