import { Box, Button, Flex, Text } from '@chakra-ui/react'
import { t } from '../words/words'

/** What is told once: to be copied now. */
export function Secret({ label, secret }: { label: string; secret: string }) {
  return (
    <Box role="status" bg="chosen" borderRadius="6px" p="8px" mt="8px">
      <Text fontSize="12px" mb="4px">
        {t('{label}. It is shown only now.', { label })}
      </Text>
      <Flex align="center" gap="8px">
        <Text as="code" flex="1" fontFamily="mono" wordBreak="break-all" userSelect="text" data-testid="secret">
          {secret}
        </Text>
        <Button type="button" size="xs" variant="outline" borderColor="line" onClick={() => void navigator.clipboard.writeText(secret)}>
          {t('Copy')}
        </Button>
      </Flex>
    </Box>
  )
}
