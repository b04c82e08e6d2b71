import { Button } from '@chakra-ui/react'
import { FolderOpen } from 'lucide-react'
import { useRef, type ReactNode } from 'react'

interface Props {
  label: string
  /** What the file is for, where the label alone does not say it. */
  name?: string
  icon?: ReactNode
  accept: string
  onFile: (file: File) => void
}

/** A button that asks for a file: a browser's own speaks the browser's language and not this one's. */
export function FileButton({ label, name = label, icon = <FolderOpen size={13} />, accept, onFile }: Props) {
  const input = useRef<HTMLInputElement>(null)
  return (
    <>
      <Button size="xs" variant="outline" borderColor="line" onClick={() => input.current?.click()}>
        {icon} {label}
      </Button>
      <input
        ref={input}
        hidden
        type="file"
        accept={accept}
        aria-label={name}
        onChange={(e) => {
          const given = e.target.files?.[0]
          e.target.value = ''
          if (given) onFile(given)
        }}
      />
    </>
  )
}
