import { Flex } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { api, data } from '../api/client'
import { PersonDot } from '../signin/PersonButton'
import { t } from '../words/words'

/** How often it is asked who has which graphic open, ms. */
const LOOKING_MS = 5000

/** Who has a graphic open. */
export function Looking({ graphic }: { graphic: string }) {
  const people = useQuery({ queryKey: ['people'], queryFn: () => data(api.GET('/api/people')), refetchInterval: LOOKING_MS }).data ?? []
  const here = people.filter((p) => p.graphic === graphic)
  if (here.length === 0) return null
  return (
    <Flex position="absolute" right="6px" bottom="6px" gap="3px">
      {here.map((p, i) => (
        <PersonDot key={i} name={p.name} colour={p.colour} title={t('{name} has it open', { name: p.name })} />
      ))}
    </Flex>
  )
}
