import { Box, Button, Flex, Text } from '@chakra-ui/react'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { LogOut } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, data, type Schemas } from '../api/client'
import { Choice, Labelled, TextInput } from '../shell/controls'
import { notes } from '../shell/notes'
import { Refusal } from '../shell/Refusal'
import { useAct } from '../shell/useAct'
import { PasswordInput } from './PasswordInput'
import { roleLabel } from './roles'
import { Secret } from './Secret'
import { t } from '../words/words'

/** One's own account: another password, where one is signed in, keys for programs, and the way out. */
export function OwnAccount({ session }: { session: Schemas['SessionView'] }) {
  const queries = useQueryClient()
  const { act, refused } = useAct(['ownSessions'])
  const own = useQuery({ queryKey: ['ownSessions'], queryFn: () => data(api.GET('/api/session/all')) })
  const [now, setNow] = useState('')
  const [then, setThen] = useState('')
  const [program, setProgram] = useState('')
  const [scope, setScope] = useState<NonNullable<Schemas['KeyFor']['scope']>>('fill')
  const [secret, setSecret] = useState<string | null>(null)
  const change = async () => {
    await data<unknown>(api.PUT('/api/session/password', { body: { now, then } }))
    setNow('')
    setThen('')
    notes.create({ description: t('The password is another now. Other browsers have to sign in again.') })
  }
  const leave = async () => {
    await data<unknown>(api.DELETE('/api/session'))
    queries.clear()
    window.location.assign('/')
  }
  return (
    <Box>
      <Flex align="center" gap="10px" mb="12px">
        <Text flex="1">
          {t('Signed in as')} <b>{session.name}</b>, {roleLabel(session.role)}
        </Text>
        {session.role === 'designer' && (
          <Button asChild size="xs" variant="outline" borderColor="line">
            <Link to="/accounts">{t('Accounts')}</Link>
          </Button>
        )}
        <Button type="button" size="xs" variant="outline" borderColor="line" onClick={() => void act(leave())}>
          <LogOut size={14} /> {t('Sign out')}
        </Button>
      </Flex>
      <Refusal refused={refused} />
      <Text fontWeight="600" mb="4px">
        {t('Another password')}
      </Text>
      <PasswordInput label={t('The one you have now')} value={now} autoComplete="current-password" onChange={setNow} />
      <PasswordInput label={t('The new one, 12 characters or more')} value={then} autoComplete="new-password" onChange={setThen} />
      <Button type="button" size="xs" variant="outline" borderColor="line" disabled={!now || !then} onClick={() => void act(change())}>
        {t('Change it')}
      </Button>
      <Text fontWeight="600" mt="14px" mb="4px">
        {t('Where you are signed in')}
      </Text>
      {(own.data ?? []).map((s) => (
        <Flex key={s.id} align="center" gap="8px" mb="4px" fontSize="12px">
          <Text flex="1" truncate title={s.agent}>
            {s.here ? t('Here · ') : ''}
            {s.agent || t('A browser')}
          </Text>
          <Text color="soft">{new Date(s.seenAt).toLocaleString()}</Text>
          <Button
            type="button"
            size="xs"
            variant="ghost"
            disabled={s.here}
            aria-label={t('End {agent}', { agent: s.agent })}
            onClick={() => void act(data(api.DELETE('/api/session/all/{id}', { params: { path: { id: s.id } } })))}
          >
            {t('End it')}
          </Button>
        </Flex>
      ))}
      <Box mt="8px">
        <Labelled label={t('A key for a program: what is it for?')} wide>
          <TextInput value={program} maxLength={120} onChange={(e) => setProgram(e.target.value)} />
        </Labelled>
      </Box>
      <Flex align="end" gap="8px">
        <Labelled label={t('It may')} wide>
          <Choice
            label={t('It may')}
            value={scope}
            onChange={(e) => setScope(e.target.value as typeof scope)}
            options={[
              { value: 'fill', label: t('fill') },
              { value: 'handOff', label: t('fill and hand off') },
              { value: 'edit', label: t('all that you may') },
            ]}
          />
        </Labelled>
        <Button
          type="button"
          size="xs"
          mb="5px"
          variant="outline"
          borderColor="line"
          disabled={!program.trim()}
          onClick={() =>
            void act(data(api.POST('/api/session/keys', { body: { for: program, scope } })).then((told) => setSecret(told.secret)))
          }
        >
          {t('Make a key')}
        </Button>
      </Flex>
      {secret && <Secret label={t('The key; the program sends it as “Authorization: Bearer …”')} secret={secret} />}
    </Box>
  )
}
