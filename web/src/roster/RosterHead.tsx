import { Box, Text, VisuallyHidden } from '@chakra-ui/react'
import { memo } from 'react'
import type { Schemas } from '../api/client'
import { Choice } from '../shell/controls'
import { t } from '../words/words'
import type { Roster } from './sheet'
import type { Change } from './useRoster'

interface Props {
  fields: Schemas['FieldFacts'][]
  columns: Roster['columns']
  template: string
  change: Change
}

/** The headings, and what each column fills. */
export const RosterHead = memo(function RosterHead({ fields, columns, template, change }: Props) {
  const targets = [
    { value: '', label: t('fills nothing') },
    ...fields.map((f) => ({ value: f.name, label: t('fills {name}', { name: f.name }) })),
    { value: '.colourway', label: t('chooses the colourway') },
    { value: '.hold', label: t('sets the Hold') },
    { value: '.name', label: t('names the file') },
  ]
  return (
    <Box
      role="row"
      display="grid"
      gridTemplateColumns={template}
      gap="6px"
      position="sticky"
      top="0"
      zIndex="1"
      bg="panel"
      borderBottom="1px solid"
      borderColor="line"
      px="8px"
      py="5px"
      fontSize="12px"
      alignItems="end"
    >
      <Box role="columnheader">
        <VisuallyHidden>{t('Number')}</VisuallyHidden>
      </Box>
      <Box role="columnheader" fontWeight="600">
        {t('Picture')}
      </Box>
      {columns.map((c, i) => (
        <Box key={i} role="columnheader" minW="0">
          <Text fontWeight="600" truncate>
            {c.heading}
          </Text>
          <Choice
            label={t('What {heading} fills', { heading: c.heading })}
            value={c.fills ?? ''}
            options={targets}
            onChange={(e) =>
              change((now) => ({
                ...now,
                columns: now.columns.map((o, n) => ({
                  ...o,
                  fills: n === i ? e.target.value : o.fills === e.target.value ? '' : o.fills,
                })),
              }))
            }
          />
        </Box>
      ))}
      <Box role="columnheader" fontWeight="600">
        {t('Checks')}
      </Box>
      <Box role="columnheader">
        <VisuallyHidden>{t('File')}</VisuallyHidden>
      </Box>
    </Box>
  )
})
