import { Box, Flex } from '@chakra-ui/react'
import { ChevronDown, ChevronRight, Eye, EyeOff, Lock, LockOpen } from 'lucide-react'
import { useState, type DragEvent, type ReactNode } from 'react'
import type { Schemas } from '../api/client'
import { useBench } from '../bench/benchStore'
import { channelLabel } from '../details/ChannelRow'
import { keysOf, type Graphic, type Layer } from '../live/document'
import { Tool } from '../shell/controls'
import { Strip } from './Strip'
import { NAMES_WIDTH, type TimeScale } from './Timeline'

interface Props {
  graphic: Graphic
  scale: TimeScale
  choices: Schemas['Choices']
}

/** Layers from the front to the back; each opens to the channels that are keyed. */
export function LayerRows({ graphic, scale, choices }: Props) {
  const { selection, select, edit } = useBench()
  const [open, setOpen] = useState<Record<string, boolean>>({})
  const [dropAt, setDropAt] = useState<string | null>(null)
  const front = [...graphic.layers].reverse()
  const drop = (e: DragEvent, onto: Layer) => {
    e.preventDefault()
    setDropAt(null)
    const layer = e.dataTransfer.getData('text/hang-layer')
    if (layer && layer !== onto.id) void edit({ do: 'orderLayer', layer, to: graphic.layers.findIndex((l) => l.id === onto.id) })
  }
  if (front.length === 0) {
    return (
      <Box p="18px" color="soft">
        No layers yet. Add a plate, type or a picture above.
      </Box>
    )
  }
  return (
    <Box role="list" aria-label="Layers">
      {front.map((layer) => {
        const keyed = choices.channels.filter((c) => keysOf(layer, c.name).length > 0)
        const isOpen = open[layer.id] ?? (selection.length === 1 && selection[0] === layer.id)
        const chosen = selection.includes(layer.id)
        return (
          <Box role="listitem" key={layer.id} aria-label={layer.name}>
            <Row
              chosen={chosen}
              line={dropAt === layer.id}
              names={
                <Flex
                  align="center"
                  h="100%"
                  draggable
                  onDragStart={(e) => e.dataTransfer.setData('text/hang-layer', layer.id)}
                  onDragOver={(e) => {
                    e.preventDefault()
                    setDropAt(layer.id)
                  }}
                  onDragLeave={() => setDropAt(null)}
                  onDrop={(e) => drop(e, layer)}
                >
                  <Tool
                    label={isOpen ? `Close ${layer.name}` : `Open ${layer.name}`}
                    visibility={keyed.length > 0 ? 'visible' : 'hidden'}
                    minW="24px"
                    h="24px"
                    onClick={() => setOpen({ ...open, [layer.id]: !isOpen })}
                  >
                    {isOpen ? <ChevronDown size={13} /> : <ChevronRight size={13} />}
                  </Tool>
                  <Box asChild flex="1" minW="0" textAlign="left" truncate opacity={layer.hidden ? 0.5 : 1} cursor="pointer">
                    <button
                      title={layer.name}
                      onClick={(e) =>
                        select(
                          e.shiftKey || e.ctrlKey
                            ? chosen
                              ? selection.filter((s) => s !== layer.id)
                              : [...selection, layer.id]
                            : [layer.id],
                        )
                      }
                    >
                      {layer.name}
                      {layer.hangsFrom && (
                        <Box
                          as="span"
                          color="soft"
                          fontSize="10px"
                        >{` ↳ ${graphic.layers.find((l) => l.id === layer.hangsFrom)?.name}`}</Box>
                      )}
                    </button>
                  </Box>
                  <Tool
                    label={layer.hidden ? `Show ${layer.name}` : `Hide ${layer.name}`}
                    minW="24px"
                    h="24px"
                    opacity={layer.hidden ? 1 : 0.55}
                    onClick={() => void edit({ do: 'changeLayer', layer: layer.id, hidden: !layer.hidden })}
                  >
                    {layer.hidden ? <EyeOff size={13} /> : <Eye size={13} />}
                  </Tool>
                  <Tool
                    label={layer.locked ? `Unlock ${layer.name}` : `Lock ${layer.name}`}
                    minW="24px"
                    h="24px"
                    opacity={layer.locked ? 1 : 0.55}
                    onClick={() => void edit({ do: 'changeLayer', layer: layer.id, locked: !layer.locked })}
                  >
                    {layer.locked ? <Lock size={12} /> : <LockOpen size={12} />}
                  </Tool>
                </Flex>
              }
            >
              <Strip layer={layer} channels={keyed.map((c) => c.name)} scale={scale} />
            </Row>
            {isOpen &&
              keyed.map((c) => (
                <Row
                  key={c.name}
                  names={
                    <Box pl="30px" color="soft" fontSize="12px">
                      {channelLabel(c.name)}
                    </Box>
                  }
                >
                  <Strip layer={layer} own channels={[c.name]} scale={scale} />
                </Row>
              ))}
          </Box>
        )
      })}
    </Box>
  )
}

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
