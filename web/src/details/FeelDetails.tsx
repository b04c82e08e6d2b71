import { Box, Button, Flex, Grid, Text } from '@chakra-ui/react'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { X } from 'lucide-react'
import { useState } from 'react'
import { useParams } from 'react-router'
import { api, data, Refused, type Schemas } from '../api/client'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { useSelection } from '../stores/selectionStore'
import { feelOf, keysOf } from '../live/document'
import { TextInput, Tool } from '../shell/controls'
import { Section } from './Section'
import { FeelButton } from './FeelButton'
import { NumberField } from '../shell/NumberField'
import { t } from '../words/words'

/** The feel that follows the selected keyframes: chosen by name, worked out, or as CSS easing text. */
export function FeelDetails({ choices }: { choices: Schemas['Choices'] }) {
  const { keys } = usePick(useSelection, 'keys')
  const { graphic } = usePick(useDocument, 'graphic')
  const { edit } = useDocument.getState()
  const feels = new Set(
    keys.map((k) => {
      const layer = graphic!.layers.find((l) => l.id === k.layer)
      const key = layer && keysOf(layer, k.address).find((found) => found.at === k.at)
      return key && !Array.isArray(key.feel) ? feelOf(key) : ''
    }),
  )
  const only = feels.size === 1 ? [...feels][0]! : ''
  const set = (feel: string) => void edit({ do: 'setFeel', keys, feel })
  return (
    <Section
      title={
        keys.length === 1 ? t('Feel after frame {at}', { at: keys[0]!.at }) : t('Feel after {count} keyframes', { count: keys.length })
      }
    >
      <Grid templateColumns="repeat(4, 1fr)" gap="4px" mb="6px">
        {choices.feels.map((f) => (
          <FeelButton key={f.name} name={f.name} css={f.css} chosen={f.css === only} onChoose={() => set(f.css)} />
        ))}
      </Grid>
      <OwnFeels only={only} onChoose={set} />
      <TextInput
        key={only}
        aria-label={t('Feel as CSS easing text')}
        title={only}
        defaultValue={only}
        placeholder={t('mixed: paste CSS easing text')}
        onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
        onBlur={(e) => e.target.value !== only && e.target.value && set(e.target.value)}
      />
      <SpringMaker onMade={set} />
    </Section>
  )
}

/** The feels that this graphic's package keeps, and a place to keep the one that is chosen. */
function OwnFeels({ only, onChoose }: { only: string; onChoose: (css: string) => void }) {
  const { graphic: id } = useParams()
  const queries = useQueryClient()
  const [name, setName] = useState('')
  const params = { path: { id: id! } }
  const own = useQuery({ queryKey: ['package feels', id], queryFn: () => data(api.GET('/api/graphics/{id}/feels', { params })) }).data ?? []
  const change = async (answer: Promise<unknown>) => {
    try {
      await answer
      setName('')
      await queries.invalidateQueries({ queryKey: ['package feels', id] })
    } catch (e) {
      if (e instanceof Refused) useDocument.getState().refuse({ message: e.message, remedy: e.remedy })
    }
  }
  return (
    <>
      {own.length > 0 && (
        <Grid templateColumns="repeat(4, 1fr)" gap="4px" mb="6px" role="group" aria-label={t('Feels of the package')}>
          {own.map((f) => (
            <Box key={f.name} position="relative">
              <FeelButton name={f.name} css={f.css} chosen={f.css === only} onChoose={() => onChoose(f.css)} />
              <Tool
                label={t('Forget the feel {name}', { name: f.name })}
                position="absolute"
                top="0"
                right="0"
                minW="24px"
                h="24px"
                onClick={() =>
                  void change(data(api.DELETE('/api/graphics/{id}/feels/{name}', { params: { path: { id: id!, name: f.name } } })))
                }
              >
                <X size={10} />
              </Tool>
            </Box>
          ))}
        </Grid>
      )}
      <Flex gap="4px" mb="6px">
        <TextInput
          aria-label={t('Name for this feel')}
          placeholder={t('Keep in the package as…')}
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
        <Button
          size="xs"
          h="26px"
          variant="outline"
          borderColor="line"
          disabled={!only || !name.trim()}
          onClick={() => void change(data(api.PUT('/api/graphics/{id}/feels', { params, body: { name, css: only } })))}
        >
          {t('Keep')}
        </Button>
      </Flex>
    </>
  )
}

/** A spring from its three numbers; the core works out its motion. */
function SpringMaker({ onMade }: { onMade: (css: string) => void }) {
  const [spring, setSpring] = useState({ stiffness: 180, damping: 14, mass: 1 })
  const made = useQuery({
    queryKey: ['spring', spring],
    queryFn: () => data(api.GET('/api/feels/spring', { params: { query: spring } })),
    retry: false,
  })
  const problem = made.error instanceof Refused ? `${made.error.message} ${made.error.remedy}` : null
  return (
    <Box mt="8px" role="group" aria-label={t('Spring')}>
      <Text fontSize="12px" color="soft" mb="2px">
        {t('Spring: stiffness, damping, mass')}
      </Text>
      <Flex gap="4px">
        <NumberField
          label={t('Stiffness')}
          prefix="k"
          value={spring.stiffness}
          step={5}
          min={1}
          max={10000}
          onChange={(stiffness) => setSpring({ ...spring, stiffness })}
        />
        <NumberField
          label={t('Damping')}
          prefix="c"
          value={spring.damping}
          step={1}
          min={0.1}
          max={1000}
          onChange={(damping) => setSpring({ ...spring, damping })}
        />
        <NumberField
          label={t('Mass')}
          prefix="m"
          value={spring.mass}
          step={0.1}
          min={0.01}
          max={1000}
          onChange={(mass) => setSpring({ ...spring, mass })}
        />
        <Button
          size="xs"
          h="24px"
          variant="outline"
          borderColor="line"
          disabled={!made.data}
          onClick={() => made.data && onMade(made.data.css)}
        >
          {t('Use')}
        </Button>
      </Flex>
      <Text fontSize="12px" color={problem ? 'bad' : 'soft'}>
        {problem ?? (made.data ? t('Comes to rest after {seconds} s', { seconds: made.data.seconds.toFixed(2) }) : '')}
      </Text>
    </Box>
  )
}
