import { Box, Button, Flex, Grid, Heading, Image, Input, Spacer, Text } from '@chakra-ui/react'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import {
  Contrast,
  Copy,
  Diff,
  Download,
  FilePlus2,
  FolderPlus,
  Footprints,
  PackageOpen,
  PencilLine,
  Share2,
  Table2,
  TextCursorInput,
  Trash2,
  Undo2,
  Upload,
} from 'lucide-react'
import { useRef, useState } from 'react'
import { Link } from 'react-router'
import { api, data, send, type Schemas } from '../api/client'
import { Choice, Tool, TopBar } from '../shell/controls'
import { Dialog } from '../shell/Dialog'
import { kinds, rateLabel } from '../shell/kinds'
import { notes } from '../shell/notes'
import { useAct } from '../shell/useAct'
import { switchRoom } from '../shell/room'
import { PersonButton } from '../signin/PersonButton'
import { For } from '../signin/For'
import { WalkOffer } from '../walk/Walk'
import { useWalk } from '../walk/walkStore'
import { ComparePackage } from './ComparePackage'
import { Looking } from './Looking'
import { NewGraphicDialog } from './NewGraphicDialog'
import { Tags } from './Tags'
import { t } from '../words/words'

type Package = Schemas['RackPackage']
type Graphic = Schemas['RackGraphic']
type Renaming = { what: 'package' | 'graphic'; id: string; name: string }

type Sort = 'made' | 'name' | 'changed' | 'kind'

const sorts: { value: Sort; label: string }[] = [
  { value: 'made', label: t('As made') },
  { value: 'name', label: t('By name') },
  { value: 'changed', label: t('Changed last') },
  { value: 'kind', label: t('By kind') },
]

/** A package with those of its graphics that are looked for: by their name, their kind, their tags, or the package's own name. */
function found(shelf: Package, wanted: string, sort: Sort): Package {
  const words = wanted.trim().toLowerCase()
  const label = (g: Graphic) => kinds.find((k) => k.value === g.kind)?.label ?? ''
  const fits = (g: Graphic) => `${shelf.name} ${g.name} ${label(g)} ${g.tags.join(' ')}`.toLowerCase().includes(words)
  const by = {
    made: () => 0,
    name: (a: Graphic, b: Graphic) => a.name.localeCompare(b.name),
    changed: (a: Graphic, b: Graphic) => b.changedAt.localeCompare(a.changedAt),
    kind: (a: Graphic, b: Graphic) => label(a).localeCompare(label(b)),
  }
  return { ...shelf, graphics: shelf.graphics.filter(fits).sort(by[sort]) }
}

/** The home screen: packages and the graphics in them. */
export function Rack() {
  const queries = useQueryClient()
  const packages = useQuery({ queryKey: ['packages'], queryFn: () => data(api.GET('/api/packages')) })
  const [adding, setAdding] = useState<string | null>(null)
  const [renaming, setRenaming] = useState<Renaming | null>(null)
  const [showRemoved, setShowRemoved] = useState(false)
  const [wanted, setWanted] = useState('')
  const [sort, setSort] = useState<Sort>('made')

  const { act, refused } = useAct(['packages'])
  const removedCount = (packages.data ?? []).reduce((n, p) => n + (p.removed ? 1 : 0) + p.graphics.filter((g) => g.removed).length, 0)
  const rename = async (r: Renaming) => {
    const params = { params: { path: { id: r.id } }, body: { name: r.name } }
    await act(data<unknown>(r.what === 'package' ? api.PATCH('/api/packages/{id}', params) : api.PATCH('/api/graphics/{id}', params)))
    setRenaming(null)
  }

  return (
    <Flex direction="column" h="100%">
      <TopBar>
        <Image src="/mark.svg" alt="" h="22px" />
        <Heading as="h1" size="sm">
          Hang
        </Heading>
        <Text color="soft">{t('Rack')}</Text>
        <Spacer />
        <Input
          size="xs"
          w="180px"
          bg="room"
          borderColor="line"
          placeholder={t('Find')}
          aria-label={t('Find graphics')}
          value={wanted}
          onChange={(e) => setWanted(e.target.value)}
        />
        <Box w="130px">
          <Choice label={t('Sort')} value={sort} options={sorts} onChange={(e) => setSort(e.target.value as Sort)} />
        </Box>
        {removedCount > 0 && (
          <Button size="xs" variant="ghost" onClick={() => setShowRemoved(!showRemoved)}>
            {showRemoved ? t('Hide removed') : t('Show removed ({removedCount})', { removedCount })}
          </Button>
        )}
        <Button asChild size="xs" variant="outline" borderColor="line" title={t('Fill a finished piece and take its file')}>
          <Link to="/desk">{t('Desk')}</Link>
        </Button>
        <Button
          asChild
          size="xs"
          variant="outline"
          borderColor="line"
          title={t('The handoffs of all graphics: in line, under way and done')}
        >
          <Link to="/line">{t('All files')}</Link>
        </Button>
        <Tool label={t('Light or dark room')} onClick={switchRoom}>
          <Contrast size={15} />
        </Tool>
        <Tool label={t('First walk: a lower third in five steps')} onClick={() => useWalk.getState().begin()}>
          <Footprints size={15} />
        </Tool>
        <PersonButton />
        <For least="designer">
          <OpenPackage act={act} />
          <Button
            size="xs"
            variant="outline"
            borderColor="line"
            onClick={() => void act(data(api.POST('/api/packages', { body: { name: t('New package') } })))}
          >
            <FolderPlus size={14} /> {t('New package')}
          </Button>
        </For>
      </TopBar>
      <Box as="main" flex="1" minH="0" overflowY="auto" p="20px">
        {(refused || packages.error) && (
          <Box role="alert" bg="badRoom" color="bad" p="10px" borderRadius="6px" mb="14px">
            {refused ? `${refused.message} ${refused.remedy}` : t('The rack could not be loaded. Is the server running?')}
          </Box>
        )}
        <WalkOffer />
        {(packages.data ?? [])
          .filter((p) => !p.removed || showRemoved)
          .map((p) => found(p, wanted, sort))
          .filter((p) => wanted === '' || p.graphics.length > 0)
          .map((p) => (
            <PackageShelf key={p.id} shelf={p} showRemoved={showRemoved} act={act} onAdd={() => setAdding(p.id)} onRename={setRenaming} />
          ))}
        {packages.data?.every((p) => p.removed) && <Text color="soft">{t('The rack is empty. Make a package to begin.')}</Text>}
      </Box>
      {adding && (
        <NewGraphicDialog
          package={adding}
          onClose={() => {
            setAdding(null)
            void queries.invalidateQueries({ queryKey: ['packages'] })
          }}
        />
      )}
      {renaming && (
        <Dialog
          title={renaming.what === 'package' ? t('Rename the package') : t('Rename the graphic')}
          done={t('Rename')}
          onClose={() => setRenaming(null)}
          onDone={() => void rename(renaming)}
        >
          <Input
            aria-label={t('Name')}
            value={renaming.name}
            onChange={(e) => setRenaming({ ...renaming, name: e.target.value })}
            onFocus={(e) => e.target.select()}
          />
        </Dialog>
      )}
    </Flex>
  )
}

/** Says that something is away, and brings it back by a press. */
const removed = (name: string, onClick: () => void) =>
  notes.create({ description: t('{name} is removed.', { name }), duration: 10_000, action: { label: t('Bring it back'), onClick } })

/** Takes in a package that was saved, here or elsewhere. */
function OpenPackage({ act }: { act: ShelfProps['act'] }) {
  const file = useRef<HTMLInputElement>(null)
  return (
    <>
      <Button size="xs" variant="outline" borderColor="line" onClick={() => file.current?.click()}>
        <PackageOpen size={14} /> {t('Open a package')}
      </Button>
      <input
        ref={file}
        type="file"
        accept=".hangpack,.zip"
        hidden
        aria-label={t('Package file')}
        onChange={(e) => {
          const chosen = e.target.files?.[0]
          if (chosen) void act(send<string>('/api/packs', chosen))
          e.target.value = ''
        }}
      />
    </>
  )
}

interface ShelfProps {
  shelf: Package
  showRemoved: boolean
  act: (what: Promise<unknown>) => Promise<void>
  onAdd: () => void
  onRename: (r: Renaming) => void
}

function PackageShelf({ shelf, showRemoved, act, onAdd, onRename }: ShelfProps) {
  const [comparing, setComparing] = useState(false)
  const file = useRef<HTMLInputElement>(null)
  const path = { params: { path: { id: shelf.id } } }
  const openDocument = async (chosen: File) => {
    const response = await fetch(`/api/packages/${shelf.id}/documents`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: chosen,
    })
    await data(Promise.resolve({ response, error: response.ok ? undefined : ((await response.json()) as unknown) }))
  }
  const shown = shelf.graphics.filter((g) => !g.removed || showRemoved)
  return (
    <Box as="section" mb="28px" opacity={shelf.removed ? 0.55 : 1} aria-label={shelf.name}>
      <Flex align="center" gap="6px" mb="10px">
        <Heading size="md">{shelf.name}</Heading>
        <Text color="soft" mr="8px">
          {t('{count, plural, one {# graphic} other {# graphics}}', { count: shown.length })}
        </Text>
        {shelf.removed ? (
          <For least="designer">
            <Button
              size="xs"
              variant="outline"
              borderColor="line"
              onClick={() => void act(data(api.POST('/api/packages/{id}/restore', path)))}
            >
              <Undo2 size={14} /> {t('Bring back')}
            </Button>
          </For>
        ) : (
          <>
            <For least="designer">
              <Tool
                label={t('Rename {name}', { name: shelf.name })}
                onClick={() => onRename({ what: 'package', id: shelf.id, name: shelf.name })}
              >
                <PencilLine size={14} />
              </Tool>
              <Tool
                label={t('Duplicate {name}', { name: shelf.name })}
                onClick={() => void act(data(api.POST('/api/packages/{id}/duplicate', path)))}
              >
                <Copy size={14} />
              </Tool>
            </For>
            <Tool asChild label={t('Save {name} as a file', { name: shelf.name })}>
              <a href={`/api/packages/${shelf.id}/pack`} download>
                <Download size={14} />
              </a>
            </Tool>
            <Tool label={t('Compare {name} with a saved file', { name: shelf.name })} onClick={() => setComparing(true)}>
              <Diff size={14} />
            </Tool>
            {comparing && <ComparePackage id={shelf.id} name={shelf.name} onClose={() => setComparing(false)} />}
            <For least="designer">
              <Tool
                label={t('Remove {name}', { name: shelf.name })}
                onClick={() =>
                  void act(data(api.DELETE('/api/packages/{id}', path))).then(() =>
                    removed(shelf.name, () => void act(data(api.POST('/api/packages/{id}/restore', path)))),
                  )
                }
              >
                <Trash2 size={14} />
              </Tool>
            </For>
            <Spacer />
            <For least="designer">
              {shelf.colourways.length > 1 && (
                <Box w="150px">
                  <Choice
                    label={t('Colourway of {name}', { name: shelf.name })}
                    value={shelf.colourway ?? ''}
                    options={shelf.colourways.map((c) => ({ value: c, label: c }))}
                    onChange={(e) => void act(data(api.POST('/api/packages/{id}/colourway', { ...path, body: { name: e.target.value } })))}
                  />
                </Box>
              )}
              <Button size="xs" variant="outline" borderColor="line" onClick={() => file.current?.click()}>
                <Upload size={14} /> {t('Open a document')}
              </Button>
              <input
                ref={file}
                type="file"
                accept=".hang,application/json"
                hidden
                aria-label={t('Document for {name}', { name: shelf.name })}
                onChange={(e) => {
                  const chosen = e.target.files?.[0]
                  if (chosen) void act(openDocument(chosen))
                  e.target.value = ''
                }}
              />
              <Button size="xs" bg="accent" color="accentInk" onClick={onAdd}>
                <FilePlus2 size={14} /> {t('New graphic')}
              </Button>
            </For>
          </>
        )}
      </Flex>
      <Grid templateColumns="repeat(auto-fill, minmax(270px, 1fr))" gap="14px">
        {shown.map((g) => (
          <GraphicCard key={g.id} graphic={g} act={act} onRename={onRename} />
        ))}
        {shown.length === 0 && (
          <Box border="1px dashed" borderColor="line" borderRadius="8px" p="24px" color="soft" textAlign="center">
            {t('No graphics yet. Make a new one, or open a document.')}
          </Box>
        )}
      </Grid>
    </Box>
  )
}

function GraphicCard({ graphic, act, onRename }: { graphic: Graphic; act: ShelfProps['act']; onRename: ShelfProps['onRename'] }) {
  const path = { params: { path: { id: graphic.id } } }
  const kind = kinds.find((k) => k.value === graphic.kind)?.label
  return (
    <Box
      bg="panel"
      border="1px solid"
      borderColor="line"
      borderRadius="8px"
      overflow="hidden"
      position="relative"
      opacity={graphic.removed ? 0.55 : 1}
    >
      <Link to={graphic.removed ? '/' : `/bench/${graphic.id}`} aria-label={t('Open {name}', { name: graphic.name })}>
        <Box className="checker" h="152px" display="flex" alignItems="center" justifyContent="center" position="relative">
          <Image src={graphic.still} alt="" maxH="152px" maxW="100%" objectFit="contain" />
          <Looking graphic={graphic.id} />
        </Box>
      </Link>
      <Flex align="center" p="6px 6px 0 12px" gap="2px">
        <Text fontWeight="600" truncate flex="1">
          {graphic.name}
        </Text>
        {graphic.removed ? (
          <For least="designer">
            <Button
              size="xs"
              variant="outline"
              borderColor="line"
              onClick={() => void act(data(api.POST('/api/graphics/{id}/restore', path)))}
            >
              {t('Bring back')}
            </Button>
          </For>
        ) : (
          <>
            <For least="designer">
              <Tool
                label={t('Rename {name}', { name: graphic.name })}
                onClick={() => onRename({ what: 'graphic', id: graphic.id, name: graphic.name })}
              >
                <PencilLine size={14} />
              </Tool>
              <Tool
                label={t('Duplicate {name}', { name: graphic.name })}
                onClick={() => void act(data(api.POST('/api/graphics/{id}/duplicate', path)))}
              >
                <Copy size={14} />
              </Tool>
            </For>
            <Tool asChild label={t('Fill {name} on the desk', { name: graphic.name })}>
              <Link to={`/desk/${graphic.id}`}>
                <TextCursorInput size={14} />
              </Link>
            </Tool>
            <Tool asChild label={t('Roster of {name}: a table of rows that fill it', { name: graphic.name })}>
              <Link to={`/roster/${graphic.id}`}>
                <Table2 size={14} />
              </Link>
            </Tool>
            <Tool asChild label={t('Hand off {name}', { name: graphic.name })}>
              <Link to={`/handoff/${graphic.id}`}>
                <Share2 size={14} />
              </Link>
            </Tool>
            <For least="designer">
              <Tool
                label={t('Remove {name}', { name: graphic.name })}
                onClick={() =>
                  void act(data(api.DELETE('/api/graphics/{id}', path))).then(() =>
                    removed(graphic.name, () => void act(data(api.POST('/api/graphics/{id}/restore', path)))),
                  )
                }
              >
                <Trash2 size={14} />
              </Tool>
            </For>
          </>
        )}
      </Flex>
      <Tags graphic={graphic} act={act} />
      <Text fontSize="12px" color="soft" truncate px="12px" pb="8px">
        {/* What is called as its kind is says it once. */}
        {kind !== graphic.name && `${kind} · `}
        {t('{width} × {height} · {rateLabel} · {frames} frames', {
          width: graphic.width,
          height: graphic.height,
          rateLabel: rateLabel(graphic.rate),
          frames: graphic.frames,
        })}
      </Text>
    </Box>
  )
}
