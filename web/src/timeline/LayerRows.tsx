import { Box, Flex } from '@chakra-ui/react'
import { ChevronDown, ChevronRight, Eye, EyeOff, Lock, LockOpen, Spline } from 'lucide-react'
import { Fragment, memo, useState, type DragEvent, type MouseEvent, type ReactNode } from 'react'
import type { Schemas } from '../api/client'
import { useBench } from '../bench/benchStore'
import { channelLabel } from '../details/ChannelRow'
import { keysOf, type Layer } from '../live/document'
import { Tool } from '../shell/controls'
import { ShapeEditor } from './ShapeEditor'
import { Strip } from './Strip'
import { NAMES_WIDTH, type TimeScale } from './Timeline'

interface Props {
  scale: TimeScale
  choices: Schemas['Choices']
}

/** Layers from the front to the back; each opens to the channels that are keyed. */
export function LayerRows({ scale, choices }: Props) {
  const layers = useBench((s) => s.graphic!.layers)
  if (layers.length === 0) {
    return (
      <Box p="18px" color="soft">
        No layers yet. Add a plate, type or a picture above.
      </Box>
    )
  }
  return (
    <Box role="list" aria-label="Layers">
      {[...layers].reverse().map((layer) => (
        <LayerRow
          key={layer.id}
          layer={layer}
          carrier={layers.find((l) => l.id === layer.hangsFrom)?.name}
          scale={scale}
          choices={choices}
        />
      ))}
    </Box>
  )
}

/** Drawn again only when its own layer changes. */
const LayerRow = memo(function LayerRow({ layer, carrier, scale, choices }: Props & { layer: Layer; carrier: string | undefined }) {
  const { select, edit } = useBench.getState()
  const chosen = useBench((s) => s.selection.includes(layer.id))
  const alone = useBench((s) => s.selection.length === 1 && s.selection[0] === layer.id)
  const [opened, setOpened] = useState<boolean | null>(null)
  const [dropHere, setDropHere] = useState(false)
  const [all, setAll] = useState(false)
  const [shaped, setShaped] = useState<string | null>(null)
  const isOpen = opened ?? alone
  const keyed = choices.channels.filter((c) => keysOf(layer, c.name).length > 0)
  const listed = all ? choices.channels.filter((c) => c.kinds.includes(layer.kind)) : keyed
  const change = (part: Partial<Layer>) => void edit({ do: 'changeLayer', layer: layer.id, ...part })

  const choose = (e: MouseEvent) => {
    const { selection } = useBench.getState()
    const more = e.shiftKey || e.ctrlKey
    select(!more ? [layer.id] : chosen ? selection.filter((s) => s !== layer.id) : [...selection, layer.id])
  }
  const drop = (e: DragEvent) => {
    e.preventDefault()
    setDropHere(false)
    const dragged = e.dataTransfer.getData('text/hang-layer')
    const to = useBench.getState().graphic!.layers.findIndex((l) => l.id === layer.id)
    if (dragged && dragged !== layer.id) void edit({ do: 'orderLayer', layer: dragged, to })
  }

  const names = (
    <Flex
      align="center"
      h="100%"
      draggable
      onDragStart={(e) => e.dataTransfer.setData('text/hang-layer', layer.id)}
      onDragOver={(e) => {
        e.preventDefault()
        setDropHere(true)
      }}
      onDragLeave={() => setDropHere(false)}
      onDrop={drop}
    >
      <Tool label={isOpen ? `Close ${layer.name}` : `Open ${layer.name}`} minW="24px" h="24px" onClick={() => setOpened(!isOpen)}>
        {isOpen ? <ChevronDown size={13} /> : <ChevronRight size={13} />}
      </Tool>
      <Box asChild flex="1" minW="0" textAlign="left" truncate opacity={layer.hidden ? 0.5 : 1} cursor="pointer">
        <button title={carrier ? `${layer.name}, hangs from ${carrier}` : layer.name} onClick={choose} aria-label={layer.name}>
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
    <Box role="listitem" aria-label={layer.name}>
      <Row chosen={chosen} line={dropHere} names={names}>
        <Strip layer={layer} channels={keyed.map((c) => c.name)} scale={scale} />
      </Row>
      {isOpen &&
        listed.map((c) => {
          const keys = keysOf(layer, c.name).length
          const isShaped = shaped === c.name && keys > 1
          return (
            <Fragment key={c.name}>
              <Row
                names={
                  <Flex align="center" pl="30px" color="soft" fontSize="12px">
                    <Box flex="1">{channelLabel(c.name)}</Box>
                    {keys > 1 && (
                      <Tool
                        label={`${isShaped ? 'Close the shape of' : 'Shape'} ${channelLabel(c.name)} of ${layer.name}`}
                        on={isShaped}
                        minW="24px"
                        h="22px"
                        onClick={() => setShaped(isShaped ? null : c.name)}
                      >
                        <Spline size={13} />
                      </Tool>
                    )}
                  </Flex>
                }
              >
                <Strip layer={layer} own channels={[c.name]} scale={scale} />
              </Row>
              {isShaped && <ShapeEditor layer={layer} info={c} scale={scale} />}
            </Fragment>
          )
        })}
      {isOpen && (
        <Box pl="38px" py="2px" fontSize="11px" color="soft" w={`${NAMES_WIDTH}px`} borderRight="1px solid" borderColor="line">
          <Box asChild textDecoration="underline">
            <button onClick={() => setAll(!all)}>{all ? 'Only channels in use' : 'All channels'}</button>
          </Box>
        </Box>
      )}
    </Box>
  )
})

function Row({
  names,
  children,
  chosen = false,
  line = false,
}: {
  names: ReactNode
  children: ReactNode
  chosen?: boolean
  line?: boolean
}) {
  return (
    <Flex
      h="26px"
      align="stretch"
      borderBottom="1px solid"
      borderColor="line"
      bg={chosen ? 'chosen' : 'transparent'}
      boxShadow={line ? 'inset 0 2px 0 var(--chakra-colors-accent)' : undefined}
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
