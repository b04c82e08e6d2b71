import { Box, Grid, Image, Text } from '@chakra-ui/react'
import { t } from '../words/words'

/** Pictures beside each other, each with what it is. */
export function SideBySide({ pictures }: { pictures: { name: string; src: string | null | undefined }[] }) {
  return (
    <Grid templateColumns={`repeat(${pictures.length}, 1fr)`} gap="8px" py="8px">
      {pictures.map(({ name, src }) => (
        <Box as="figure" key={name} m="0">
          <Box className="checker" h="86px" display="grid" placeItems="center" borderRadius="4px" overflow="hidden">
            {src ? (
              <Image src={src} alt={name} maxH="86px" maxW="100%" />
            ) : (
              <Text fontSize="12px" color="soft">
                {t('Nothing')}
              </Text>
            )}
          </Box>
          <Text as="figcaption" fontSize="12px" color="soft" mt="2px">
            {name}
          </Text>
        </Box>
      ))}
    </Grid>
  )
}
