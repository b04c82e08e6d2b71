import { Flex, Grid } from '@chakra-ui/react'
import { FilePlus2 } from 'lucide-react'
import { useRef } from 'react'
import { addFont, Refused } from '../api/client'
import { useFamilies, useNewFonts } from '../api/fonts'
import type { Schemas } from '../api/client'
import { useDocument } from '../stores/documentStore'
import { useOfLayer } from '../stores/ofLayer'
import { acceptOf } from '../stores/sources'
import { Choice, Labelled, Tool } from '../shell/controls'
import { t } from '../words/words'
import { isWords } from '../live/kinds'

const weightNames: Record<number, string> = {
  100: t('Thin'),
  300: t('Light'),
  400: t('Regular'),
  500: t('Medium'),
  600: t('Semibold'),
  700: t('Bold'),
  800: t('Extra bold'),
  900: t('Black'),
}

/** What has a control of its own here or in Motion. */
export const typeSettings = [
  'family',
  'weight',
  'align',
  'pieces',
  'every',
  'order',
  'seed',
  'leaves',
  'leavesEvery',
  'leavesOrder',
  'leavesSeed',
]

/** The font of a type layer, and to which side its lines are set. */
export function TypeDetails({ id, choices }: { id: string; choices: Schemas['Choices'] }) {
  const { edit } = useDocument.getState()
  const families = useFamilies(choices)
  const content = useOfLayer(id, ({ content: c }) => (isWords(c) ? { family: c.family, weight: c.weight, align: c.align } : null))
  if (!content) return null
  const { family: chosen = 'Inter', weight = 400, align = 'left' } = content
  const family = families.find((f) => f.name === chosen)
  const set = (address: string, value: string | number) => void edit({ do: 'setValue', layer: id, address, value, at: 0 })
  return (
    <>
      <Labelled label={t('Font')}>
        <Flex gap="4px">
          <Choice
            label={t('Font')}
            value={chosen}
            options={families.map((f) => ({ value: f.name, label: `${f.name} (${f.character})` }))}
            title={family?.character}
            onChange={(e) => set('family', e.target.value)}
          />
          <AddFont onAdded={(f) => set('family', f)} />
        </Flex>
      </Labelled>
      <Grid templateColumns="1fr 1fr" gap="6px">
        <Labelled label={t('Weight')}>
          <Choice
            label={t('Weight')}
            value={weight}
            options={[...new Set([...(family?.weights ?? []), weight])]
              .sort((a, b) => a - b)
              .map((w) => ({ value: String(w), label: weightNames[w] ?? String(w) }))}
            onChange={(e) => set('weight', Number(e.target.value))}
          />
        </Labelled>
        <Labelled label={t('Set to')}>
          <Choice
            label={t('Alignment')}
            value={align}
            options={[
              { value: 'left', label: t('Left') },
              { value: 'centre', label: t('Centre') },
              { value: 'right', label: t('Right') },
            ]}
            onChange={(e) => set('align', e.target.value)}
          />
        </Labelled>
      </Grid>
    </>
  )
}

/** Takes a font file into the package, and sets the layer in it. */
function AddFont({ onAdded }: { onAdded: (family: string) => void }) {
  const file = useRef<HTMLInputElement>(null)
  const { graphic, again } = useNewFonts()
  const take = async (chosen: File) => {
    const { refuse, tell } = useDocument.getState()
    try {
      const font = await addFont(graphic!, chosen)
      await again()
      onAdded(font.name)
      if (!font.carried)
        tell(t('{name} stays with this package: its maker does not allow it to lie in documents that are passed on.', { name: font.name }))
    } catch (e) {
      const refused = e instanceof Refused ? e : new Refused(t('The font could not be sent.'), t('Try again.'))
      refuse({ message: refused.message, remedy: refused.remedy })
    }
  }
  return (
    <>
      <Tool label={t('Add a font: TTF, OTF or WOFF2')} minW="24px" h="24px" onClick={() => file.current?.click()}>
        <FilePlus2 size={14} />
      </Tool>
      <input
        ref={file}
        type="file"
        accept={acceptOf('font')}
        hidden
        aria-label={t('Font file')}
        onChange={(e) => {
          const chosen = e.target.files?.[0]
          e.target.value = ''
          if (chosen) void take(chosen)
        }}
      />
    </>
  )
}
