import { Box, Button, Flex, Spacer, Text } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { Contrast, HelpCircle, History, Redo2, Share2, Undo2 } from 'lucide-react'
import { useEffect, useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { useShallow } from 'zustand/react/shallow'
import { choicesQuery } from '../api/choices'
import { Details } from '../details/Details'
import { Back, Tool, TopBar } from '../shell/controls'
import { switchRoom } from '../shell/room'
import { rateLabel } from '../shell/kinds'
import { Timeline } from '../timeline/Timeline'
import { AddLayerBar } from './AddLayerBar'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { usePick } from '../stores/pick'
import { KeyboardHelp } from './KeyboardHelp'
import { Stage } from './Stage'
import { StageBar } from './StageBar'
import { useBenchKeys } from './useBenchKeys'
import { useClipboard } from './useClipboard'
import { usePlaying } from '../stage/usePlaying'
import { useReadings } from './useReadings'
import { useSounding } from '../sound/useSounding'
import { notes } from '../shell/notes'
import { PersonButton } from '../signin/PersonButton'
import { usePerson } from '../shell/person'
import { For } from '../signin/For'
import { useSession } from '../signin/session'
import { useSelection } from '../stores/selectionStore'
import { BenchPanels } from './BenchPanels'
import { leave, leftAt } from './leftAt'
import { OthersHere } from './OthersHere'
import { PlacingQuestions } from './PlacingQuestions'
import { Revisions } from './Revisions'
import { OpenQuestion } from './OpenQuestion'
import { useWindows } from '../stage/useWindows'
import { t } from '../words/words'

/** The screen on which one graphic is made: stage, timeline, details. */
export function Bench() {
  const { graphic: id } = useParams()
  const from = useSearchParams()[0].get('from')
  const choices = useQuery(choicesQuery)
  const { open } = useDocument.getState()
  const graphic = useDocument(
    useShallow((s) => s.graphic && { name: s.graphic.name, width: s.graphic.width, height: s.graphic.height, rate: s.graphic.rate }),
  )
  const [help, setHelp] = useState(false)
  const [revisions, setRevisions] = useState(false)
  const range = usePlayback((p) => p.range)
  const windowLength = choices.data?.windowLength
  useEffect(() => (id && windowLength ? open(id, windowLength) : undefined), [id, windowLength, open])
  useOpeningFrame()
  useBenchKeys(() => setHelp(true))
  useClipboard()

  return (
    <Flex direction="column" h="100%" minH="560px" position="relative">
      <TopBar>
        {from ? (
          <Back to={`/bench/${from}`} label={t('Back to the graphic that it is placed in')} />
        ) : (
          <Back to="/" label={t('Back to the rack')} />
        )}
        <Text as="h1" fontWeight="600">
          {graphic?.name ?? t('Opening…')}
        </Text>
        {graphic && (
          <Text color="soft" fontSize="12px">
            {graphic.width} × {graphic.height} · {rateLabel(graphic.rate)}
          </Text>
        )}
        <For least="designer">
          <AddLayerBar />
        </For>
        <Spacer />
        <OthersHere />
        <SavedSign />
        <For least="designer">
          <UndoTools />
        </For>
        <Tool label={t('Revisions: what it was before')} onClick={() => setRevisions(true)}>
          <History size={15} />
        </Tool>
        <Tool label={t('Light or dark room')} onClick={switchRoom}>
          <Contrast size={15} />
        </Tool>
        <PersonButton />
        <Tool label={t('Keyboard (?)')} onClick={() => setHelp(true)}>
          <HelpCircle size={15} />
        </Tool>
        <Button asChild size="xs" bg="accent" color="accentInk">
          <Link to={`/handoff/${id}${range ? `?from=${range[0]}&to=${range[1]}` : ''}`}>
            <Share2 size={14} /> {t('Hand off')}
          </Link>
        </Button>
      </TopBar>
      <BenchPanels
        stage={
          <Flex direction="column" w="100%" h="100%" position="relative">
            <Box position="absolute" top="0" left="0" right="0" zIndex="docked" boxShadow="sm">
              <RefusalBar />
              <UnkeptBar />
            </Box>
            <LookingOnly />
            <StageBar />
            <Stage />
          </Flex>
        }
        details={graphic && choices.data && <Details choices={choices.data} />}
        timeline={graphic && choices.data && <Timeline choices={choices.data} />}
      />
      <NoteOfEdit />
      <Upkeep />
      <OpenQuestion />
      {revisions && id && <Revisions graphic={id} onClose={() => setRevisions(false)} />}
      {id && <PlacingQuestions graphic={id} />}
      {help && <KeyboardHelp onClose={() => setHelp(false)} />}
    </Flex>
  )
}

/** Says to those who make nothing here that they only look. */
function LookingOnly() {
  const session = useSession()
  if (!session || session.role === 'designer') return null
  return (
    <Text bg="chosen" px="14px" py="4px" fontSize="12px">
      {session.role === 'editor'
        ? t('You look at this as an editor: fill it on the desk. Designers change it.')
        : t('You look at this as a viewer. Designers change it.')}
    </Text>
  )
}

/** What runs beside the screen and shows nothing: a component of its own, so that the screen is not drawn anew with it. */
function Upkeep() {
  usePlaying()
  useSounding()
  useReadings()
  useWindows()
  useTelling()
  return null
}

/** Tells the others who sits here and what is selected. */
function useTelling() {
  const connection = useDocument((s) => s.connection)
  const selection = useSelection((s) => s.selection)
  const { name, colour } = usePerson()
  useEffect(() => connection?.introduce(), [connection, name, colour])
  useEffect(() => connection?.choose(selection), [connection, selection])
}

function UndoTools() {
  const { canUndo, canRedo, label } = usePick(useDocument, 'canUndo', 'canRedo', 'label')
  const { undo, redo } = useDocument.getState()
  return (
    <>
      <Tool
        label={canUndo ? t('Undo: {label}', { label: label }) : t('Nothing to undo')}
        keys={canUndo ? 'Ctrl Z' : undefined}
        disabled={!canUndo}
        onClick={() => void undo()}
      >
        <Undo2 size={15} />
      </Tool>
      <Tool label={t('Redo')} keys="Ctrl Shift Z" disabled={!canRedo} onClick={() => void redo()}>
        <Redo2 size={15} />
      </Tool>
    </>
  )
}

/** How long a change may take to be kept before that is said: a sign that flickers with every key tells nothing, and drawing it takes time. */
const PATIENCE_MS = 250

/** Says that work is kept, and when it is not; and who else is here. */
function SavedSign() {
  const { line, saving, others } = usePick(useDocument, 'line', 'saving', 'others')
  const [slow, setSlow] = useState(false)
  const busy = saving > 0
  useEffect(() => {
    if (!busy) return
    const timer = window.setTimeout(() => setSlow(true), PATIENCE_MS)
    return () => {
      window.clearTimeout(timer)
      setSlow(false)
    }
  }, [busy])
  const words = {
    removed: t('Removed'),
    lost: t('Server lost; trying again'),
    connecting: t('Connecting'),
    open: slow ? t('Saving') : t('Saved'),
  }
  return (
    <Text
      role="status"
      data-saving={saving}
      fontSize="12px"
      color={line === 'lost' || line === 'removed' ? 'bad' : 'soft'}
      minW="60px"
      textAlign="right"
    >
      {others > 0 && (
        <span title={t('Other windows that have this graphic open')}>
          {t('{others, plural, one {# other here} other {# others here}}', { others })} ·{' '}
        </span>
      )}
      {words[line]}
    </Text>
  )
}

/** What a person should know about the last edit, until it is understood or another edit comes. */
function NoteOfEdit() {
  const { note } = usePick(useDocument, 'note')
  useEffect(() => {
    if (!note) return
    const id = notes.create({
      description: note,
      duration: Infinity,
      onStatusChange: (e) => e.status === 'unmounted' && useDocument.getState().tell(null),
    })
    return () => notes.dismiss(id)
  }, [note])
  return null
}

/** Changes that were under way when the line was lost: nobody knows whether they arrived. */
function UnkeptBar() {
  const { unkept, line } = usePick(useDocument, 'unkept', 'line')
  const { again } = useDocument.getState()
  if (unkept.length === 0) return null
  return (
    <Flex role="alert" aria-label={t('Not kept')} bg="badRoom" color="bad" px="14px" py="6px" align="center" gap="10px">
      <Box flex="1">
        {t(
          '{count, plural, one {The line was lost before a change was answered. Look whether it is there.} other {The line was lost before # changes were answered. Look whether they are there.}}',
          { count: unkept.length },
        )}
      </Box>
      <Button size="xs" variant="outline" borderColor="bad" color="bad" disabled={line !== 'open'} onClick={() => void again()}>
        {t('{count, plural, one {Do it again} other {Do them again}}', { count: unkept.length })}
      </Button>
      <Button size="xs" variant="outline" borderColor="bad" color="bad" onClick={() => useDocument.getState().forgetUnkept()}>
        {t('{count, plural, one {It is there} other {They are there}}', { count: unkept.length })}
      </Button>
    </Flex>
  )
}

function RefusalBar() {
  const { refusal, graphic } = usePick(useDocument, 'refusal', 'graphic')
  if (!refusal) return null
  const layer = refusal.layer && graphic?.layers.some((l) => l.name === refusal.layer) ? `${refusal.layer}: ` : ''
  return (
    <Flex role="alert" bg="badRoom" color="bad" px="14px" py="6px" align="center" gap="10px">
      <Box flex="1">
        {layer}
        {refusal.message} {refusal.remedy}
      </Box>
      <Button size="xs" variant="outline" borderColor="bad" color="bad" onClick={() => useDocument.getState().refuse(null)}>
        {t('Understood')}
      </Button>
    </Flex>
  )
}

/** A graphic opens where its playhead was left, the first time in the middle of Hold, where it is seen at rest; from a finding at its frame, with its layer selected. */
function useOpeningFrame() {
  const [search] = useSearchParams()
  const { graphic: id } = useParams()
  const [at, layer] = [search.get('at'), search.get('layer')]
  const isThere = useDocument((s) => s.graphic !== null)
  useEffect(() => {
    // From one graphic to another, the one before is gone and this one is not there yet.
    const phases = useDocument.getState().graphic?.phases
    if (!isThere || !id || !phases) return
    const { arrive, hold } = phases
    const frame = at === null ? (leftAt(id) ?? arrive + Math.floor(hold / 2)) : Number(at)
    if (Number.isInteger(frame)) usePlayback.getState().seek(frame)
    if (layer && useDocument.getState().graphic!.layers.some((l) => l.id === layer)) useSelection.getState().select([layer])
    return () => leave(id, usePlayback.getState().frame)
  }, [isThere, id, at, layer])
}
