import { Flex } from '@chakra-ui/react'
import { X } from 'lucide-react'
import { guidesOf, setGuide, type Axis } from '../acts/guides'
import { NumberField } from '../shell/NumberField'
import { Tool } from '../shell/controls'
import { useDocument } from '../stores/documentStore'
import { useView } from '../stores/viewStore'
import { Act } from './Act'
import { Section } from './Section'
import { t } from '../words/words'

/** The guides by their numbers; they are seen with the rulers. */
export function GuideDetails() {
  const guides = useDocument((s) => s.graphic?.guides)
  const size = useDocument((s) => s.graphic?.width ?? 0)
  const high = useDocument((s) => s.graphic?.height ?? 0)
  const rulers = useView((s) => s.rulers)
  if (!guides && !rulers) return null
  const lines = guidesOf(guides)
  const add = (axis: Axis) => {
    if (!rulers) useView.getState().toggleRulers()
    void setGuide(axis, null, Math.round((axis === 'upright' ? size : high) / 2))
  }
  return (
    <Section title={t('Guides, px')}>
      {(['upright', 'level'] as const).flatMap((axis) =>
        lines[axis].map((at, i) => (
          <Flex key={`${axis}${i}`} gap="4px" mb="4px" align="center">
            <NumberField
              label={t('{value} guide {i}, px', { value: axis === 'upright' ? t('Upright') : t('Level'), i: i + 1 })}
              prefix={axis === 'upright' ? '│' : '─'}
              value={at}
              onChange={(n) => void setGuide(axis, i, n)}
            />
            <Tool
              label={t('Delete {axis} guide {i}', { axis, i: i + 1 })}
              minW="24px"
              h="24px"
              onClick={() => void setGuide(axis, i, null)}
            >
              <X size={13} />
            </Tool>
          </Flex>
        )),
      )}
      <Flex gap="4px">
        <Act name={t('Upright')} title={t('Adds an upright guide in the middle')} onClick={() => add('upright')} />
        <Act name={t('Level')} title={t('Adds a level guide in the middle')} onClick={() => add('level')} />
      </Flex>
    </Section>
  )
}
