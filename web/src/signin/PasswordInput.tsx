import { Flex } from '@chakra-ui/react'
import { Eye, EyeOff } from 'lucide-react'
import { useState } from 'react'
import { Labelled, TextInput, Tool } from '../shell/controls'
import { t } from '../words/words'

interface Props {
  label: string
  value: string
  autoComplete: 'current-password' | 'new-password'
  onChange: (value: string) => void
}

/** A password, which may be looked at, pasted, and is as long as it likes. */
export function PasswordInput({ label, value, autoComplete, onChange }: Props) {
  const [shown, setShown] = useState(false)
  return (
    <Flex align="end" gap="4px">
      <Labelled label={label} wide>
        <TextInput
          type={shown ? 'text' : 'password'}
          value={value}
          autoComplete={autoComplete}
          onChange={(e) => onChange(e.target.value)}
          required
        />
      </Labelled>
      <Tool label={shown ? t('Hide what is typed') : t('Show what is typed')} type="button" mb="5px" onClick={() => setShown(!shown)}>
        {shown ? <EyeOff size={15} /> : <Eye size={15} />}
      </Tool>
    </Flex>
  )
}
