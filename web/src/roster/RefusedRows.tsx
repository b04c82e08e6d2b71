import { Box, Text } from '@chakra-ui/react'
import type { Schemas } from '../api/client'
import { AsItIs } from '../handoff/AsItIs'
import { t } from '../words/words'

/** The rows of which no file could be made when the others went. */
export function RefusedRows({ rows, onGo }: { rows: Schemas['RefusedRow'][]; onGo: () => unknown }) {
  if (rows.length === 0) return null
  return (
    <Box role="alert" bg="badRoom" color="bad" p="8px" borderRadius="6px" mt="8px" fontSize="12px" maxH="180px" overflowY="auto">
      <Text fontWeight="600">{t('{count, plural, one {A row} other {# rows}} stayed behind:', { count: rows.length })}</Text>
      {rows.map((r) => (
        <Text key={r.row} mt="4px">
          {r.number} · {r.name}: {r.problem.message} {r.problem.remedy}
        </Text>
      ))}
      <AsItIs refused={rows.some((r) => r.problem.field === 'glyphs') ? { field: 'glyphs' } : null} onGo={onGo} />
    </Box>
  )
}
