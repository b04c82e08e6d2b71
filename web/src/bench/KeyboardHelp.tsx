import { Grid, Kbd, Text } from '@chakra-ui/react'
import { Fragment } from 'react'
import { Dialog } from '../shell/Dialog'
import { shortcuts } from './shortcuts'
import { t } from '../words/words'

export function KeyboardHelp({ onClose }: { onClose: () => void }) {
  return (
    <Dialog title={t('Keyboard')} onClose={onClose}>
      <Grid templateColumns="auto 1fr" gap="6px 16px" tabIndex={0} role="group" aria-label={t('Keys and what they do')}>
        {shortcuts.map((s) => (
          <Fragment key={s.keys}>
            <Kbd justifySelf="start">{s.keys}</Kbd>
            <Text>{s.does}</Text>
          </Fragment>
        ))}
      </Grid>
    </Dialog>
  )
}
