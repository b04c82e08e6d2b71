import { Box } from '@chakra-ui/react'
import type { Refused } from '../api/client'

/** Why something was not done, and what to do; nothing when it was. */
export function Refusal({ refused }: { refused: Refused | null }) {
  if (!refused) return null
  return (
    <Box role="alert" bg="badRoom" color="bad" p="8px" borderRadius="6px" mb="10px">
      {refused.message} {refused.remedy}
    </Box>
  )
}
