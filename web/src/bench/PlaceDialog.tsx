import { Box, Grid, Image, Text } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, data, type Refused } from '../api/client'
import { Dialog } from '../shell/Dialog'
import { place } from '../acts/placing'
import { t } from '../words/words'

/** The other graphics of the package as pictures; a press places one from the playhead on. */
export function PlaceDialog({ graphic, onClose }: { graphic: string; onClose: () => void }) {
  const packages = useQuery({ queryKey: ['packages'], queryFn: () => data(api.GET('/api/packages')) })
  const [refused, setRefused] = useState<Refused | null>(null)
  const own = packages.data?.find((p) => p.graphics.some((g) => g.id === graphic))
  const others = own?.graphics.filter((g) => g.id !== graphic && !g.removed && !g.problem) ?? []
  const choose = async (id: string) => {
    const problem = await place(graphic, id)
    setRefused(problem)
    if (!problem) onClose()
  }
  return (
    <Dialog title={t('Place a graphic')} onClose={onClose}>
      <Grid templateColumns="repeat(3, 1fr)" gap="10px" role="group" aria-label={t('Graphics of this package')}>
        {others.map((g) => (
          <Box
            key={g.id}
            as="button"
            textAlign="left"
            borderRadius="6px"
            border="1px solid"
            borderColor="line"
            overflow="hidden"
            _hover={{ borderColor: 'accent' }}
            {...{ type: 'button', onClick: () => void choose(g.id) }}
          >
            <Box className="checker" h="76px" display="grid" placeItems="center">
              <Image src={g.still} alt="" maxH="76px" maxW="100%" />
            </Box>
            <Text fontSize="13px" px="6px" py="4px" truncate>
              {g.name}
            </Text>
          </Box>
        ))}
      </Grid>
      {packages.data && others.length === 0 && <Text color="soft">{t('There is no other graphic in this package yet.')}</Text>}
      {refused && (
        <Text role="alert" color="bad" mt="8px">
          {refused.message} {refused.remedy}
        </Text>
      )}
    </Dialog>
  )
}
