import { Box, Flex, Grid } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { api, data, Refused, send, type Schemas } from '../api/client'
import { choicesQuery } from '../api/choices'
import { Choice, Labelled, TextInput } from '../shell/controls'
import { Dialog } from '../shell/Dialog'
import { kinds, rateLabel, sizes } from '../shell/kinds'
import { MovingPicture } from '../shell/MovingPicture'
import { TimeField } from '../time/TimeField'
import { rateOf, timecode } from '../time/timecode'
import { t } from '../words/words'

type Wish = Schemas['NewGraphic']

/** Asks what a new graphic shall be, made like the footage that it goes over. */
export function NewGraphicDialog({ package: id, onClose }: { package: string; onClose: () => void }) {
  const choices = useQuery(choicesQuery)
  const navigate = useNavigate()
  const [wish, setWish] = useState<Wish>({
    name: t('Lower third'),
    kind: 'lowerThird',
    width: 1920,
    height: 1080,
    rate: '25',
    arrive: 25,
    hold: 100,
    leave: 25,
  })
  const [own, setOwn] = useState(false)
  const [read, setRead] = useState('')
  const [refused, setRefused] = useState<Refused | null>(null)
  const set = (part: Partial<Wish>) => setWish((now) => ({ ...now, ...part }))
  const setRate = (rate: string) => {
    const k = rateOf(rate) / rateOf(wish.rate)
    set({ rate, arrive: Math.round(wish.arrive * k), hold: Math.round(wish.hold * k), leave: Math.round(wish.leave * k) })
  }
  const make = async () => {
    try {
      const graphic = await data(api.POST('/api/packages/{id}/graphics', { params: { path: { id } }, body: wish }))
      await navigate(`/bench/${graphic}`)
    } catch (e) {
      if (e instanceof Refused) setRefused(e)
    }
  }
  const number = (key: 'width' | 'height', label: string) => (
    <Labelled label={label}>
      <TextInput type="number" value={String(wish[key])} onChange={(e) => set({ [key]: Math.round(Number(e.target.value)) })} />
    </Labelled>
  )
  const time = (key: 'arrive' | 'hold' | 'leave', label: string) => (
    <Labelled label={label}>
      <TimeField
        label={label}
        width="100%"
        rate={wish.rate}
        frames={wish[key]}
        onRefused={setRefused}
        onChange={(frames) => {
          setRefused(null)
          set({ [key]: Math.max(0, frames) })
        }}
      />
    </Labelled>
  )
  const total = wish.arrive + wish.hold + wish.leave
  const begin = (start: Beginning | null) => {
    if (!start) return set({ start: null })
    setOwn(false)
    setWish({ ...start.wish, start: start.id })
  }
  return (
    <Dialog title={t('New graphic')} done={t('Make it')} onClose={onClose} onDone={() => void make()}>
      <StartingPoints of={id} chosen={wish.start ?? null} onChoose={begin} />
      {!wish.start && (
        <FormatOf
          onRefused={setRefused}
          onRead={({ rate, ...size }, says) => {
            setRefused(null)
            if (rate) setRate(rate)
            set(size)
            setOwn(!sizes.some(([w, h]) => w === size.width && h === size.height))
            setRead(says)
          }}
        />
      )}
      {read && !wish.start && (
        <Box role="status" fontSize="12px" color="soft" mb="8px">
          {read}
        </Box>
      )}
      <Grid templateColumns="1fr 1fr" columnGap="12px">
        <Labelled label={t('Name')}>
          <TextInput value={wish.name} onChange={(e) => set({ name: e.target.value })} />
        </Labelled>
        <Labelled label={t('Kind')}>
          <Choice label={t('Kind')} options={kinds} value={wish.kind} onChange={(e) => set({ kind: e.target.value as Wish['kind'] })} />
        </Labelled>
        {!wish.start && (
          <Labelled label={t('Size')}>
            <Choice
              label={t('Size')}
              value={own ? 'own' : `${wish.width}x${wish.height}`}
              options={[...sizes.map(([w, h]) => ({ value: `${w}x${h}`, label: `${w} × ${h}` })), { value: 'own', label: t('Own size') }]}
              onChange={(e) => {
                setOwn(e.target.value === 'own')
                if (e.target.value !== 'own') {
                  const [width, height] = e.target.value.split('x').map(Number)
                  set({ width: width!, height: height! })
                }
              }}
            />
          </Labelled>
        )}
        <Labelled label={t('Rate')}>
          <Choice
            label={t('Rate')}
            options={(choices.data?.rates ?? [wish.rate]).map((r) => ({ value: r, label: rateLabel(r) }))}
            value={wish.rate}
            onChange={(e) => setRate(e.target.value)}
          />
        </Labelled>
        {own && number('width', t('Width, px'))}
        {own && number('height', t('Height, px'))}
      </Grid>
      <Grid templateColumns="1fr 1fr 1fr" columnGap="12px">
        {time('arrive', t('Arrive'))}
        {time('hold', t('Hold'))}
        {time('leave', t('Leave'))}
      </Grid>
      <Flex h="8px" borderRadius="4px" overflow="hidden" aria-hidden>
        <Box bg="arrive" flex={Math.max(0, wish.arrive)} />
        <Box bg="hold" flex={Math.max(0, wish.hold)} />
        <Box bg="leave" flex={Math.max(0, wish.leave)} />
      </Flex>
      <Box color="soft" mt="6px">
        {t('{total} frames · {timecode}', { total, timecode: timecode(Math.max(0, total || 0), wish.rate) })}
      </Box>
      {refused && (
        <Box role="alert" color="bad" mt="8px" maxW="400px">
          {refused.message} {refused.remedy}
        </Box>
      )}
    </Dialog>
  )
}

interface Beginning {
  id: string
  name: string
  strip: string
  fields: string[]
  wish: Omit<Wish, 'start'>
}

/** What a graphic of this package begins as when another is made like it. */
function useBeginnings(id: string): { group: string; all: Beginning[] }[] {
  const starts = useQuery({ queryKey: ['starts'], queryFn: () => data(api.GET('/api/starts')), staleTime: Infinity }).data
  const packages = useQuery({ queryKey: ['packages'], queryFn: () => data(api.GET('/api/packages')) }).data ?? []
  const own = packages.find((p) => p.id === id)?.graphics.filter((g) => !g.removed && !g.problem) ?? []
  // Until it is known what the demo has, nobody can say which are one's own.
  if (!starts) return []
  const demo = starts.map(({ id, name, kind, width, height, rate, arrive, hold, leave, fields }) => ({
    id,
    name,
    strip: `/api/starts/${id}/strip`,
    fields,
    wish: { name, kind, width, height, rate, arrive, hold, leave },
  }))
  const mine = own
    .filter((g) => !demo.some((d) => d.name === g.name))
    .map(({ id, name, kind, width, height, rate, arrive, hold, leave, still }) => ({
      id,
      name,
      strip: still.replace('/stills/', '/strips/'),
      fields: [],
      wish: { name, kind, width, height, rate, arrive, hold, leave },
    }))
  return [
    { group: t('Begin with'), all: demo },
    { group: t('Or like one of this package'), all: mine },
  ]
}

/** What the graphic begins as: nothing, one of the demo with what can be changed in it, or like one that the package has. */
function StartingPoints({ of, chosen, onChoose }: { of: string; chosen: string | null; onChoose: (start: Beginning | null) => void }) {
  const groups = useBeginnings(of)
  const start = groups.flatMap((g) => g.all).find((s) => s.id === chosen)
  return (
    <Box mb="8px" maxH="300px" overflowY="auto" p="2px">
      {groups
        .filter((g) => g.all.length > 0)
        .map((g, i) => (
          <Box key={g.group} mb="6px">
            {i > 0 && (
              <Box fontSize="12px" color="soft" mb="3px">
                {g.group}
              </Box>
            )}
            <Grid templateColumns="repeat(4, 1fr)" gap="6px" role="radiogroup" aria-label={g.group}>
              {i === 0 && <Start name={t('Nothing')} chosen={chosen === null} onClick={() => onChoose(null)} />}
              {g.all.map((s) => (
                <Start
                  key={s.id}
                  name={s.name}
                  strip={s.strip}
                  ratio={s.wish.width / s.wish.height}
                  chosen={s.id === chosen}
                  onClick={() => onChoose(s)}
                />
              ))}
            </Grid>
          </Box>
        ))}
      <Box color="soft" fontSize="12px" mt="3px" minH="18px">
        {start && start.fields.length > 0 ? t('Can be changed: {fields}', { fields: start.fields.join(', ') }) : ''}
      </Box>
    </Box>
  )
}

interface StartProps {
  name: string
  strip?: string
  ratio?: number
  chosen: boolean
  onClick: () => void
}

function Start({ name, strip, ratio, chosen, onClick }: StartProps) {
  return (
    <Box
      asChild
      border="2px solid"
      borderColor={chosen ? 'accent' : 'line'}
      borderRadius="5px"
      overflow="hidden"
      fontSize="12px"
      textAlign="center"
      cursor="pointer"
    >
      <button type="button" role="radio" aria-checked={chosen} aria-label={name} onClick={onClick}>
        <Box bg="#6B7A5E" h="48px">
          {strip && <MovingPicture src={strip} height={48} ratio={ratio} />}
        </Box>
        <Box truncate px="2px">
          {name}
        </Box>
      </button>
    </Box>
  )
}

/** Pictures of which browsers do not know that they are some. */
const PICTURES = ['.tif', '.tiff', '.dpx', '.exr', '.tga']

const isPicture = (f: File) => f.type.startsWith('image/') || PICTURES.some((end) => f.name.toLowerCase().endsWith(end))

/** The size of a picture; what this browser cannot read, the server can. */
async function sizeOf(picture: File): Promise<{ width: number; height: number }> {
  try {
    const bitmap = await createImageBitmap(picture)
    const { width, height } = bitmap
    bitmap.close()
    return { width, height }
  } catch {
    return send<Schemas['ClipFormat']>('/api/formats', picture)
  }
}

/** A clip, or the pictures of a sequence, whose format the graphic gets. */
function FormatOf({ onRead, onRefused }: { onRead: (format: Partial<Wish>, says: string) => void; onRefused: (refused: Refused) => void }) {
  const file = useRef<HTMLInputElement>(null)
  const [over, setOver] = useState(false)
  const [busy, setBusy] = useState(false)
  const read = async (files: File[]) => {
    if (files.length === 0) return
    setBusy(true)
    try {
      if (files.every(isPicture)) {
        const { width, height } = await sizeOf(files[0]!)
        onRead(
          { width, height },
          `${width} × ${height}${files.length > 1 ? t(', {count} pictures; their rate is not in them', { count: files.length }) : ''}`,
        )
      } else {
        const { width, height, rate, frames, note } = await send<Schemas['ClipFormat']>('/api/formats', files[0]!)
        onRead(
          { width, height, rate },
          t('{width} × {height}, {rateLabel}, {frames} frames. {value}', {
            width,
            height,
            rateLabel: rateLabel(rate),
            frames,
            value: note ?? '',
          }),
        )
      }
    } catch (e) {
      onRefused(
        e instanceof Refused
          ? e
          : new Refused(t('{name} cannot be read.', { name: files[0]!.name }), t('Drop a video file, or the pictures of a sequence.')),
      )
    }
    setBusy(false)
  }
  return (
    <Box
      asChild
      w="100%"
      p="6px"
      mb="8px"
      fontSize="12px"
      color="soft"
      textAlign="center"
      border="1px dashed"
      borderColor={over ? 'accent' : 'line'}
      borderRadius="5px"
      onDragOver={(e) => {
        e.preventDefault()
        setOver(true)
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        e.preventDefault()
        setOver(false)
        void read([...e.dataTransfer.files])
      }}
    >
      <div>
        <Box asChild minH="24px">
          <button type="button" onClick={() => file.current?.click()}>
            {busy ? t('Reading…') : t('Drop the footage here, or press: size and rate are read off it')}
          </button>
        </Box>
        <input
          ref={file}
          hidden
          multiple
          type="file"
          accept={`video/*,image/*,.mov,.mxf,.mkv,${PICTURES.join()}`}
          aria-label={t('Footage')}
          onChange={(e) => {
            void read([...(e.target.files ?? [])])
            e.target.value = ''
          }}
        />
      </div>
    </Box>
  )
}
