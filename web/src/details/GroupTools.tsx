import { Flex } from '@chakra-ui/react'
import { dissolve, enter } from '../acts/groups'
import { Act } from './Act'
import { t } from '../words/words'

/** What can be done to a group as such. */
export function GroupTools({ id }: { id: string }) {
  return (
    <Flex gap="4px" mt="4px">
      <Act name={t('Enter')} title={t('Take hold of what is in it (Enter, or double-click on the stage)')} onClick={() => enter(id)} />
      <Act
        name={t('Dissolve')}
        title={t('Take the group apart; its layers stay where they are (Ctrl Shift G)')}
        onClick={() => void dissolve([id])}
      />
    </Flex>
  )
}
