import { Flex, Input, Text } from '@chakra-ui/react'
import { Tag } from 'lucide-react'
import { useState } from 'react'
import { api, data, type Schemas } from '../api/client'
import { Tool } from '../shell/controls'
import { t } from '../words/words'

type Graphic = Schemas['RackGraphic']

/** What is asked for is ready to be typed. */
const focus = (field: HTMLInputElement | null) => field?.focus()

/** Words by which a graphic is found again; a press changes them. */
export function Tags({ graphic, act }: { graphic: Graphic; act: (what: Promise<unknown>) => Promise<void> }) {
  const [typed, setTyped] = useState<string | null>(null)
  const keep = () => {
    if (typed === null) return
    const all = typed.split(',').map((t) => t.trim())
    setTyped(null)
    if (all.filter((t) => t !== '').join() !== graphic.tags.join())
      void act(data(api.PUT('/api/graphics/{id}/tags', { params: { path: { id: graphic.id } }, body: { all } })))
  }
  if (graphic.removed) return null
  if (typed !== null)
    return (
      <Input
        ref={focus}
        size="xs"
        position="absolute"
        top="6px"
        left="6px"
        w="calc(100% - 12px)"
        bg="panel"
        aria-label={t('Tags of {name}, with commas between', { name: graphic.name })}
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={keep}
        onKeyDown={(e) => {
          if (e.key === 'Enter') keep()
          if (e.key === 'Escape') setTyped(null)
        }}
      />
    )
  return (
    <Flex position="absolute" top="6px" left="6px" right="40px" gap="4px" align="center" wrap="wrap" pointerEvents="none">
      {graphic.tags.map((t) => (
        <Text key={t} as="span" fontSize="12px" px="6px" lineHeight="20px" borderRadius="full" bg="chosen">
          {t}
        </Text>
      ))}
      <Tool
        label={t('Tags of {name}', { name: graphic.name })}
        minW="24px"
        h="24px"
        bg="panel"
        pointerEvents="auto"
        onClick={() => setTyped(graphic.tags.join(', '))}
      >
        <Tag size={13} />
      </Tool>
    </Flex>
  )
}
