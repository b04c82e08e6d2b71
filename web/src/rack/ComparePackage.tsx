import { Box, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { Refused, send, type Schemas } from '../api/client'
import { Dialog } from '../shell/Dialog'
import { SideBySide } from '../shell/SideBySide'
import { t } from '../words/words'

type Compared = Schemas['Compared']

const states: Record<Compared['state'], string> = {
  same: t('The same'),
  changed: t('Changed'),
  onlyHere: t('Only here'),
  onlyThere: t('Only in the file'),
}

/** A package and a saved file of it side by side: what is the same, what differs, and how that looks. */
export function ComparePackage({ id, name, onClose }: { id: string; name: string; onClose: () => void }) {
  const [all, setAll] = useState<Compared[] | null>(null)
  const [refused, setRefused] = useState('')
  const compare = async (file: File) => {
    setRefused('')
    try {
      setAll(await send<Compared[]>(`/api/packages/${id}/compared`, file))
    } catch (e) {
      setRefused(e instanceof Refused ? `${e.message} ${e.remedy}` : t('The server is not reachable. Start it and try again.'))
    }
  }
  const order: Compared['state'][] = ['changed', 'onlyHere', 'onlyThere', 'same']
  return (
    <Dialog title={t('{name} and a saved file of it', { name })} onClose={onClose}>
      <label style={{ fontSize: 13 }}>
        {t('Package file')}
        <input
          type="file"
          accept=".hangpack,.zip"
          onChange={(e) => {
            if (e.target.files?.[0]) void compare(e.target.files[0])
          }}
        />
      </label>
      {refused && (
        <Text role="alert" color="bad" mt="8px">
          {refused}
        </Text>
      )}
      <Box role="list" aria-label={t('Graphics')} mt="10px">
        {[...(all ?? [])]
          .sort((a, b) => order.indexOf(a.state) - order.indexOf(b.state))
          .map((c) => (
            <Box role="listitem" key={c.name} borderTop="1px solid" borderColor="line" py="6px">
              <Text fontWeight="600">
                {c.name} · {states[c.state]}
              </Text>
              {c.state !== 'same' && (
                <SideBySide
                  pictures={[
                    { name: t('In the file'), src: c.there },
                    { name: t('Here'), src: c.here },
                    ...(c.difference
                      ? [{ name: t('What differs, {value} %', { value: (c.share * 100).toFixed(1) }), src: c.difference }]
                      : []),
                  ]}
                />
              )}
              {c.says.map((line) => (
                <Text key={line} fontSize="12px" color="soft">
                  {line}
                </Text>
              ))}
            </Box>
          ))}
      </Box>
    </Dialog>
  )
}
