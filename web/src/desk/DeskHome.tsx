import { Box, Flex, Grid, Heading, Image, Input, Spacer, Text } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, data } from '../api/client'
import { Back, TopBar } from '../shell/controls'
import { kinds } from '../shell/kinds'
import { t } from '../words/words'

/** All pieces of all packages as pictures, for whoever needs one filled and never makes one. */
export function DeskHome() {
  const packages = useQuery({ queryKey: ['packages'], queryFn: () => data(api.GET('/api/packages')) })
  const [wanted, setWanted] = useState('')
  const fits = (text: string) => text.toLowerCase().includes(wanted.trim().toLowerCase())
  const shelves = (packages.data ?? [])
    .filter((p) => !p.removed)
    .map((p) => ({ ...p, graphics: p.graphics.filter((g) => !g.removed && !g.problem && (fits(p.name) || fits(g.name))) }))
    .filter((p) => p.graphics.length > 0)
  return (
    <Flex direction="column" h="100%">
      <TopBar>
        <Back to="/" label={t('To the rack')} />
        <Heading as="h1" fontSize="14px" fontWeight="600">
          {t('Desk')}
        </Heading>
        <Text color="soft" fontSize="12px" hideBelow="md">
          {t('Choose a piece, fill it, take the file')}
        </Text>
        <Spacer />
        <Input
          size="xs"
          w={{ base: '130px', md: '220px' }}
          bg="room"
          borderColor="line"
          placeholder={t('Find')}
          aria-label={t('Find a piece')}
          value={wanted}
          onChange={(e) => setWanted(e.target.value)}
        />
      </TopBar>
      <Box as="main" flex="1" overflowY="auto" p={{ base: '12px', md: '20px' }}>
        {packages.error && (
          <Text role="alert" color="bad">
            {t('The pieces could not be loaded. Is the server running?')}
          </Text>
        )}
        {packages.data && shelves.length === 0 && (
          <Text color="soft">
            {wanted ? t('Nothing is called “{wanted}”.', { wanted }) : t('There are no pieces yet. They are made on the rack.')}
          </Text>
        )}
        {shelves.map((p) => (
          <Box key={p.id} as="section" aria-label={p.name} mb="24px">
            <Heading as="h2" size="md" mb="10px">
              {p.name}
            </Heading>
            <Grid templateColumns="repeat(auto-fill, minmax(min(100%, 240px), 1fr))" gap="12px">
              {p.graphics.map((g) => (
                <Box key={g.id} asChild bg="panel" border="1px solid" borderColor="line" borderRadius="8px" overflow="hidden">
                  <Link to={`/desk/${g.id}`}>
                    <Box className="checker" h="140px" display="grid" placeItems="center">
                      <Image src={g.still} alt="" maxH="140px" maxW="100%" objectFit="contain" />
                    </Box>
                    <Text fontWeight="600" truncate px="12px" pt="8px">
                      {g.name}
                    </Text>
                    <Text fontSize="12px" color="soft" truncate px="12px" pb="8px">
                      {kinds.find((k) => k.value === g.kind)?.label} · {g.width} × {g.height}
                    </Text>
                  </Link>
                </Box>
              ))}
            </Grid>
          </Box>
        ))}
      </Box>
    </Flex>
  )
}
