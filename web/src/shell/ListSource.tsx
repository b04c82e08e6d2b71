import { Button, Flex } from '@chakra-ui/react'
import { Sheet, Table2 } from 'lucide-react'
import { useParams } from 'react-router'
import { api, data, Refused, send, type Schemas } from '../api/client'
import { t } from '../words/words'
import { FileButton } from './FileButton'

interface Props {
  /** What the list is, for those who hear it. */
  name: string
  onText: (text: string) => void
  onRefused: (refusal: { message: string; remedy: string }) => void
}

/** Where a list can come from besides being typed or pasted: a table, or the rows of the graphic's roster. */
export function ListSource({ name, onText, onRefused }: Props) {
  const { graphic } = useParams()
  const take = async (lines: Promise<Schemas['ListLines']>) => {
    try {
      onText((await lines).text)
    } catch (e) {
      onRefused(e instanceof Refused ? e : { message: t('The file could not be sent.'), remedy: t('Try again.') })
    }
  }
  return (
    <Flex gap="6px" mt="4px" wrap="wrap">
      <FileButton
        label={t('Open a table')}
        name={t('Table for {name}', { name })}
        icon={<Sheet size={13} />}
        accept=".csv,.tsv,.txt,.xlsx"
        onFile={(file) => void take(send<Schemas['ListLines']>('/api/lists', file))}
      />
      <Button
        size="xs"
        variant="outline"
        borderColor="line"
        onClick={() => void take(data(api.GET('/api/graphics/{id}/roster/lines', { params: { path: { id: graphic! } } })))}
      >
        <Table2 size={13} /> {t('Rows of the roster')}
      </Button>
    </Flex>
  )
}
