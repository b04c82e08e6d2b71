import { Box, Flex, Text } from '@chakra-ui/react'
import { Back, TopBar } from './controls'
import { t } from '../words/words'

/** What is said at an address that nothing is at: one that was mistyped, or cut in a message. */
export function Nothing() {
  return (
    <Flex direction="column" h="100%">
      <TopBar>
        <Back to="/" label={t('Back to the rack')} />
      </TopBar>
      <Box as="main" p="20px">
        <Text as="h1" fontWeight="600">
          {t('Nothing is at this address.')}
        </Text>
        <Text color="soft">{t('Look whether it was cut or mistyped, or go back to the rack and open the graphic from there.')}</Text>
      </Box>
    </Flex>
  )
}
