import { Box, Button, Flex, Image, Text } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { Fragment, useState } from 'react'
import { useNavigate } from 'react-router'
import { api, data, Refused } from '../api/client'
import { SideBySide } from '../shell/SideBySide'
import { Dialog } from '../shell/Dialog'
import { useDocument } from '../stores/documentStore'
import { t } from '../words/words'

/** The revisions of the graphic as pictures, the newest first; any of them is brought back, or copied out as another graphic. */
export function Revisions({ graphic, onClose }: { graphic: string; onClose: () => void }) {
  const [compared, setCompared] = useState<number | null>(null)
  const navigate = useNavigate()
  const list = useQuery({
    queryKey: ['revisions', graphic],
    queryFn: () => data(api.GET('/api/graphics/{id}/revisions', { params: { path: { id: graphic } } })),
    gcTime: 0,
  })
  const act = async (what: Promise<unknown>, then: (answer: unknown) => void) => {
    try {
      then(await what)
    } catch (e) {
      const refused = e instanceof Refused ? e : new Refused(t('The server is not reachable.'), t('Start it and try again.'))
      useDocument.getState().refuse({ message: refused.message, remedy: refused.remedy })
      onClose()
    }
  }
  return (
    <Dialog title={t('Revisions')} onClose={onClose}>
      {list.isError && (
        <Text role="alert" color="bad">
          {t('The revisions could not be listed. Close this and try again.')}
        </Text>
      )}
      <Box role="list" aria-label={t('Revisions')}>
        {list.data?.map((r) => {
          const path = { params: { path: { id: graphic, number: r.number } } }
          return (
            <Fragment key={r.number}>
              <Flex role="listitem" align="center" gap="10px" py="6px" borderBottom="1px solid" borderColor="line">
                <Box
                  className="checker"
                  w="110px"
                  h="62px"
                  flexShrink={0}
                  display="grid"
                  placeItems="center"
                  borderRadius="4px"
                  overflow="hidden"
                >
                  <Image src={r.still} alt="" loading="lazy" maxW="110px" maxH="62px" />
                </Box>
                <Box flex="1" minW="0">
                  <Text fontWeight="600" truncate>
                    {r.label}
                  </Text>
                  <Text fontSize="12px" color="soft">
                    {r.madeBy ? `${r.madeBy}, ` : ''}
                    {new Date(r.madeAt).toLocaleString()}
                    {r.isShown ? t(' · shown') : ''}
                  </Text>
                  <Flex gap="6px" mt="4px" wrap="wrap">
                    {!r.isShown && (
                      <Button
                        type="button"
                        size="xs"
                        variant="outline"
                        borderColor="line"
                        aria-expanded={compared === r.number}
                        onClick={() => setCompared(compared === r.number ? null : r.number)}
                      >
                        {t('Compare')}
                      </Button>
                    )}
                    {!r.isShown && (
                      <Button
                        type="button"
                        size="xs"
                        variant="outline"
                        borderColor="line"
                        onClick={() => void act(data(api.POST('/api/graphics/{id}/revisions/{number}/back', path)), onClose)}
                      >
                        {t('Bring back')}
                      </Button>
                    )}
                    <Button
                      type="button"
                      size="xs"
                      variant="outline"
                      borderColor="line"
                      onClick={() =>
                        void act(data(api.POST('/api/graphics/{id}/revisions/{number}/copy', path)), (id) => {
                          onClose()
                          void navigate(`/bench/${id as string}`)
                        })
                      }
                    >
                      {t('Copy out')}
                    </Button>
                  </Flex>
                </Box>
              </Flex>
              {compared === r.number && (
                <SideBySide
                  pictures={[
                    { name: t('Then'), src: r.still },
                    { name: t('Now'), src: list.data.find((n) => n.isShown)?.still ?? r.still },
                    {
                      name: t('What differs'),
                      src: `/api/graphics/${graphic}/revisions/${r.number}/difference?now=${list.data.find((n) => n.isShown)?.number}`,
                    },
                  ]}
                />
              )}
            </Fragment>
          )
        })}
      </Box>
    </Dialog>
  )
}
