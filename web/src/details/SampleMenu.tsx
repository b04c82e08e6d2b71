import { Box, Button, Menu, Portal } from '@chakra-ui/react'
import { Plus } from 'lucide-react'
import { MovingPicture } from '../shell/MovingPicture'

interface Props {
  /** What the button says. */
  label: string
  /** Of what the pictures are samples. */
  what: 'effects' | 'idles' | 'shapes'
  choices: { name: string; title: string; meaning?: string }[]
  onChoose: (name: string) => void
}

/** Something to add, chosen by a small moving picture of what it does. */
export function SampleMenu({ label, what, choices, onChoose }: Props) {
  return (
    <Menu.Root size="sm" lazyMount unmountOnExit>
      <Menu.Trigger asChild>
        <Button size="xs" variant="outline" borderColor="line" w="100%" justifyContent="flex-start">
          <Plus size={13} /> {label}
        </Button>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content display="grid" gridTemplateColumns="repeat(3, 88px)" gap="2px" maxH="420px">
            {choices.map((c) => (
              <Menu.Item key={c.name} value={c.name} title={c.meaning} display="block" p="3px" onSelect={() => onChoose(c.name)}>
                <Sample what={what} name={c.name} />
                <Box fontSize="12px" textAlign="center" truncate>
                  {c.title}
                </Box>
              </Menu.Item>
            ))}
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  )
}

/** A small moving picture of what something does. */
export const Sample = ({ what, name, height = 44 }: { what: string; name: string; height?: number }) => (
  <MovingPicture src={`/api/samples/${what}/${name}`} height={height} />
)
