import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { KeyRound, Trash2 } from 'lucide-react'
import { useState } from 'react'
import { api, data } from '../api/client'
import { Back, Choice, Tool, TopBar } from '../shell/controls'
import { Dialog } from '../shell/Dialog'
import { Refusal } from '../shell/Refusal'
import { useAct } from '../shell/useAct'
import { roles } from './roles'
import { Secret } from './Secret'
import type { Role } from './session'
import { t } from '../words/words'

/** Who may sign in, for designers: codes for others, roles, and accounts taken away. */
export function Accounts() {
  const accounts = useQuery({ queryKey: ['accounts'], queryFn: () => data(api.GET('/api/accounts')), retry: false })
  const { act, refused } = useAct(['accounts'])
  const [role, setRole] = useState<Role>('editor')
  const [told, setTold] = useState<{ label: string; secret: string } | null>(null)
  const [leaving, setLeaving] = useState<{ id: string; name: string } | null>(null)
  const invite = async () => {
    const { secret } = await data(api.POST('/api/accounts/codes', { body: { role } }))
    setTold({ label: t('Give this code to the person; within three days they come in with it at this address'), secret })
  }
  return (
    <Flex direction="column" h="100%">
      <TopBar>
        <Back to="/" label={t('Back to the rack')} />
        <Text as="h1" fontWeight="600">
          {t('Accounts')}
        </Text>
      </TopBar>
      <Box as="main" flex="1" overflowY="auto" p="20px" maxW="760px" w="100%" mx="auto">
        <Refusal refused={refused} />
        {accounts.error && <Text color="bad">{accounts.error.message}</Text>}
        <Heading as="h2" size="sm" mb="8px">
          {t('Let somebody in')}
        </Heading>
        <Flex align="center" gap="8px" mb="6px" wrap="wrap">
          <Box w="140px">
            <Choice label={t('Role of the new account')} value={role} options={roles} onChange={(e) => setRole(e.target.value as Role)} />
          </Box>
          <Text flex="1" minW="200px" color="soft">
            {roles.find((r) => r.value === role)!.may}
          </Text>
          <Button size="xs" bg="accent" color="accentInk" onClick={() => void act(invite())}>
            {t('Make a code')}
          </Button>
        </Flex>
        {told && <Secret {...told} />}
        <Heading as="h2" size="sm" mt="22px" mb="8px">
          {t('Who may sign in')}
        </Heading>
        {(accounts.data ?? []).map((a) => {
          const path = { params: { path: { id: a.id } } }
          return (
            <Flex
              key={a.id}
              role="group"
              aria-label={a.name}
              align="center"
              gap="8px"
              p="6px 10px"
              mb="6px"
              bg="panel"
              border="1px solid"
              borderColor="line"
              borderRadius="6px"
            >
              <Text flex="1" fontWeight="600" truncate>
                {a.name}
              </Text>
              {a.locked && <Text color="bad">{t('Too many wrong passwords; waits')}</Text>}
              <Box w="120px">
                <Choice
                  label={t('Role of {name}', { name: a.name })}
                  value={a.role}
                  options={roles}
                  onChange={(e) => void act(data(api.PUT('/api/accounts/{id}/role', { ...path, body: { role: e.target.value as Role } })))}
                />
              </Box>
              <Tool
                label={t('A code for a new password for {name}', { name: a.name })}
                onClick={() =>
                  void act(
                    data(api.POST('/api/accounts/{id}/code', path)).then(({ secret }) =>
                      setTold({
                        label: t('Give this code to {name}; within three days they choose a new password with it', { name: a.name }),
                        secret,
                      }),
                    ),
                  )
                }
              >
                <KeyRound size={14} />
              </Tool>
              <Tool label={t('Remove the account of {name}', { name: a.name })} onClick={() => setLeaving({ id: a.id, name: a.name })}>
                <Trash2 size={14} />
              </Tool>
            </Flex>
          )
        })}
      </Box>
      {leaving && (
        <Dialog
          title={t('Remove the account of {name}?', { name: leaving.name })}
          done={t('Remove it')}
          onClose={() => setLeaving(null)}
          onDone={() =>
            void act(data(api.DELETE('/api/accounts/{id}', { params: { path: { id: leaving.id } } }))).then(() => setLeaving(null))
          }
        >
          <Text>{t('They are signed out everywhere, and their programs’ keys end. What they made stays.')}</Text>
        </Dialog>
      )}
    </Flex>
  )
}
