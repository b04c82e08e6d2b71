import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { OwnAccount } from './OwnAccount'
import { useSession } from './session'
import { choose, languageHere, languages } from '../words/languages'
import { Choice, Labelled, TextInput, Tool } from '../shell/controls'
import { Dialog } from '../shell/Dialog'
import { personColours, usePerson } from '../shell/person'
import { t } from '../words/words'

/** A person as a dot in their colour with the first letter of their name. */
export function PersonDot({ name, colour, title }: { name: string; colour: string; title?: string }) {
  return (
    <Box
      as="span"
      role="img"
      aria-label={title ?? name}
      title={title ?? name}
      w="22px"
      h="22px"
      borderRadius="full"
      display="inline-grid"
      placeItems="center"
      fontSize="12px"
      fontWeight="600"
      color="white"
      flexShrink={0}
      style={{ background: colour }}
    >
      {(name.trim()[0] ?? '?').toUpperCase()}
    </Box>
  )
}

/** Who sits here: a press changes the name and the colour that others see. */
export function PersonButton() {
  const { name: told, colour, set } = usePerson()
  const session = useSession()
  const account = session?.name ? session : null
  const name = account?.name ?? told
  const [asking, setAsking] = useState(false)
  return (
    <>
      <Tool
        label={name ? t('You are {name}; press to change that', { name }) : t('Say who you are, so that others know')}
        onClick={() => setAsking(true)}
      >
        <PersonDot name={name || '?'} colour={colour} title={name || t('Nobody has said who sits here')} />
      </Tool>
      {asking && (
        <Dialog title={t('Who you are')} done={t('Done')} onClose={() => setAsking(false)} onDone={() => setAsking(false)}>
          {account ? (
            <OwnAccount session={account} />
          ) : (
            <Labelled label={t('Your name')}>
              <TextInput value={name} maxLength={40} onChange={(e) => set({ name: e.target.value })} />
            </Labelled>
          )}
          <Flex gap="6px" mt="8px" role="radiogroup" aria-label={t('Your colour')}>
            {personColours.map((c) => (
              <button
                key={c}
                type="button"
                role="radio"
                aria-checked={c === colour}
                aria-label={t('Colour {c}', { c })}
                onClick={() => set({ colour: c })}
                style={{
                  width: 28,
                  height: 28,
                  borderRadius: 14,
                  background: c,
                  boxShadow: c === colour ? '0 0 0 2px var(--chakra-colors-panel), 0 0 0 4px var(--chakra-colors-accent)' : undefined,
                }}
              />
            ))}
          </Flex>
          <Box mt="10px" w="160px">
            <Labelled label={t('Language')}>
              <Choice label={t('Language')} options={[...languages]} value={languageHere()} onChange={(e) => choose(e.target.value)} />
            </Labelled>
          </Box>
          <Text fontSize="12px" color="soft" mt="10px">
            {t('Others who have the same graphic open see your name, your colour and what you have selected. {value}', {
              value: account ? t('The colour stays in this browser.') : t('It stays in this browser.'),
            })}
          </Text>
        </Dialog>
      )}
    </>
  )
}
