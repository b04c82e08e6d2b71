import { Box, Button, Flex, Heading, Image, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { api, data } from '../api/client'
import { Labelled, TextInput } from '../shell/controls'
import { Refusal } from '../shell/Refusal'
import { useAct } from '../shell/useAct'
import { PasswordInput } from './PasswordInput'
import { t } from '../words/words'

/** The door: a name with its password, or a code by which somebody gets an account or a new password. */
export function SignIn({ first }: { first: boolean }) {
  const [byCode, setByCode] = useState(first)
  const [name, setName] = useState('')
  const [password, setPassword] = useState('')
  const [code, setCode] = useState('')
  const [busy, setBusy] = useState(false)
  const { act, refused } = useAct(['session'])
  const enter = async () => {
    setBusy(true)
    await act(
      byCode
        ? data<unknown>(api.POST('/api/session/code', { body: { code, name, password } }))
        : data<unknown>(api.POST('/api/session', { body: { name, password } })),
    )
    setBusy(false)
  }
  return (
    <Flex as="main" minH="100%" align="center" justify="center" p="20px">
      <Box asChild w="100%" maxW="360px" bg="panel" border="1px solid" borderColor="line" borderRadius="8px" p="22px">
        <form
          onSubmit={(e) => {
            e.preventDefault()
            void enter()
          }}
        >
          <Flex align="center" gap="8px" mb="14px">
            <Image src="/mark.svg" alt="" h="22px" />
            <Heading as="h1" size="md">
              {byCode ? t('Come in with a code') : t('Sign in to Hang')}
            </Heading>
          </Flex>
          {first && (
            <Text mb="12px">
              {t('Nobody has an account yet. Whoever started Hang finds a code where they started it; the first account is a designer’s.')}
            </Text>
          )}
          <Refusal refused={refused} />
          {byCode && (
            <Labelled label={t('Code')}>
              <TextInput value={code} autoComplete="one-time-code" spellCheck={false} onChange={(e) => setCode(e.target.value)} required />
            </Labelled>
          )}
          <Labelled label={!byCode ? t('Name') : first ? t('Your name') : t('Your name; empty where the code is for a new password')}>
            <TextInput value={name} autoComplete="username" maxLength={40} onChange={(e) => setName(e.target.value)} required={!byCode} />
          </Labelled>
          <PasswordInput
            label={byCode ? t('A password of 12 characters or more') : t('Password')}
            value={password}
            autoComplete={byCode ? 'new-password' : 'current-password'}
            onChange={setPassword}
          />
          <Button type="submit" size="sm" w="100%" mt="12px" bg="accent" color="accentInk" loading={busy}>
            {byCode ? t('Come in') : t('Sign in')}
          </Button>
          {!first && (
            <Button type="button" size="xs" variant="ghost" w="100%" mt="8px" onClick={() => setByCode(!byCode)}>
              {byCode ? t('I have a name and a password') : t('I was given a code')}
            </Button>
          )}
        </form>
      </Box>
    </Flex>
  )
}
