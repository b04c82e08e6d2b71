import { Button } from '@chakra-ui/react'
import { FolderOpen } from 'lucide-react'
import { useRef } from 'react'

/** A button that asks for a file: a browser's own speaks the browser's language and not this one's. */
export function FileButton({ label, accept, onFile }: { label: string; accept: string; onFile: (file: File) => void }) {
  const input = useRef<HTMLInputElement>(null)
  return (
    <>
      <Button size="xs" mt="3px" variant="outline" borderColor="line" onClick={() => input.current?.click()}>
        <FolderOpen size={13} /> {label}
      </Button>
      <input
        ref={input}
        hidden
        type="file"
        accept={accept}
        aria-label={label}
        onChange={(e) => {
          const given = e.target.files?.[0]
          e.target.value = ''
          if (given) onFile(given)
        }}
      />
    </>
  )
}
