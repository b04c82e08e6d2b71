import { Box, Flex, Text } from '@chakra-ui/react'
import type { ReactNode } from 'react'

/** A part of the details, under a title. */
export function Section({ title, tools, children }: { title: string; tools?: ReactNode; children: ReactNode }) {
  return (
    <Box as="section" mb="10px">
      <Flex align="center" h="24px" mb="2px">
        <Text as="h2" fontWeight="600" fontSize="12px" flex="1">
          {title}
        </Text>
        {tools}
      </Flex>
      {children}
    </Box>
  )
}
