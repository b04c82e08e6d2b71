import { Box, Flex, Image, Input, Text, Textarea } from '@chakra-ui/react'
import { ImageUp, RotateCcw } from 'lucide-react'
import { useId, useRef, type ReactNode } from 'react'
import { acceptOf, addSource } from '../stores/sources'
import { Refused } from '../api/client'
import type { Asset } from '../live/core.gen'
import { ColourWell } from '../shell/ColourWell'
import { Choice, Tool } from '../shell/controls'
import { ListSource } from '../shell/ListSource'
import { Tick } from '../shell/Tick'
import type { FieldFacts } from './take'
import { t } from '../words/words'

interface Props {
  field: FieldFacts
  value: string
  /** Why the value is not taken; null: it is. */
  problem: string | null
  /** Roles of the package, for colours. */
  roles: { name: string; colour: string }[]
  onChange: (value: string) => void
  onPicture: (hash: string, asset: Asset) => void
  onRefused: (message: string) => void
}

/** One field with its label, help and limits; a press brings back what the graphic says itself. */
export function FieldInput(props: Props) {
  const { field, value, problem, onChange } = props
  const id = useId()
  const left =
    field.mostCharacters == null ? null : field.mostCharacters - [...new Intl.Segmenter().segment(value.replace(/\n/g, ''))].length
  return (
    <Box mb="12px" role="group" aria-label={field.name}>
      <Flex align="center" mb="3px" minH="24px">
        <label htmlFor={id} style={{ fontWeight: 600, fontSize: 13, flex: 1 }}>
          {field.name}
        </label>
        {field.kind === 'text' && left !== null && (
          <Text fontSize="12px" color={left < 0 ? 'bad' : 'soft'} aria-label={t('{left} characters left', { left })}>
            {left}
          </Text>
        )}
        {value !== field.default && (
          <Tool label={t('{name} as it was', { name: field.name })} minW="24px" h="24px" onClick={() => onChange(field.default)}>
            <RotateCcw size={13} />
          </Tool>
        )}
      </Flex>
      {inputs(props, id)}
      {field.help && (
        <Text fontSize="12px" color="soft" mt="2px">
          {field.help}
        </Text>
      )}
      {problem && (
        <Text fontSize="12px" color="bad" mt="2px" role="alert">
          {problem}
        </Text>
      )}
    </Box>
  )
}

function inputs(props: Props, id: string): ReactNode {
  const { field, value, problem, onChange } = props
  const look = { bg: 'room', borderColor: problem ? 'bad' : 'line', 'aria-invalid': problem !== null } as const
  switch (field.kind) {
    case 'text':
      return field.mostLines === 1 ? (
        <Input id={id} size="sm" {...look} value={value} onChange={(e) => onChange(e.target.value)} />
      ) : (
        <>
          <Textarea
            id={id}
            size="sm"
            rows={field.isList ? 6 : 2}
            autoresize
            {...look}
            value={value}
            onChange={(e) => onChange(e.target.value)}
          />
          {field.isList && (
            <ListSource name={field.name} onText={onChange} onRefused={(r) => props.onRefused(`${r.message} ${r.remedy}`)} />
          )}
        </>
      )
    case 'flag':
      return (
        <Tick checked={value === 'yes'} onChange={(on) => onChange(on ? 'yes' : 'no')}>
          {value === 'yes' ? t('Yes') : t('No')}
        </Tick>
      )
    case 'choice':
      return (
        <Choice
          id={id}
          label={field.name}
          value={value}
          options={field.options.map((o) => ({ value: o, label: o }))}
          onChange={(e) => onChange(e.target.value)}
        />
      )
    case 'colour':
    case 'paint':
      return <ColourInput {...props} id={id} />
    case 'picture':
    case 'sound':
      return <FileInput {...props} id={id} />
    default:
      return (
        <Flex align="center" gap="6px">
          <Input id={id} size="sm" {...look} inputMode="decimal" value={value} onChange={(e) => onChange(e.target.value)} />
          <Text fontSize="12px" color="soft">
            {field.components.length > 1 ? field.components.join(', ') : field.unit}
          </Text>
        </Flex>
      )
  }
}

const hexOf = (text: string) => /#[0-9A-Fa-f]{6}([0-9A-Fa-f]{2})?$/.exec(text)?.[0] ?? '#808080'

/** A role of the package by a press on its colour, or any colour. */
function ColourInput({ id, field, value, roles, onChange }: Props & { id: string }) {
  const role = /^@(\S+)/.exec(value)?.[1] ?? (value.startsWith('#') ? null : value)
  return (
    <Flex align="center" gap="6px" wrap="wrap">
      {roles.map((r) => (
        <button
          key={r.name}
          type="button"
          aria-label={`${field.name}: ${r.name}`}
          aria-pressed={role === r.name}
          title={r.name}
          onClick={() => onChange(r.name)}
          style={{
            width: 26,
            height: 26,
            borderRadius: 5,
            background: r.colour,
            boxShadow: role === r.name ? '0 0 0 2px var(--chakra-colors-accent)' : '0 0 0 1px var(--chakra-colors-line)',
          }}
        />
      ))}
      <ColourWell
        label={t('{name}: another colour', { name: field.name })}
        hex={roles.find((r) => r.name === role)?.colour ?? hexOf(value)}
        onPreview={onChange}
        onChange={onChange}
      />
      <Input id={id} size="sm" w="110px" bg="room" borderColor="line" value={value} onChange={(e) => onChange(e.target.value)} />
    </Flex>
  )
}

/** The files that the graphic has, as pictures, and one of one's own. */
function FileInput({ id, field, value, onChange, onPicture, onRefused }: Props & { id: string }) {
  const file = useRef<HTMLInputElement>(null)
  const known = field.files.find((f) => f.hash === value || f.name === value)
  const hash = known?.hash ?? value
  const take = async (chosen: File) => {
    try {
      const { hash: added, facts } = await addSource('picture', chosen)
      onPicture(added, facts)
    } catch (e) {
      onRefused(
        e instanceof Refused ? `${e.message} ${e.remedy}` : `${t('“{name}” could not be sent.', { name: chosen.name })} ${t('Try again.')}`,
      )
    }
  }
  if (field.kind === 'sound')
    return (
      <Choice
        id={id}
        label={field.name}
        value={value}
        options={field.files.map((f) => ({ value: f.name, label: f.name }))}
        onChange={(e) => onChange(e.target.value)}
      />
    )
  return (
    <Flex
      align="center"
      gap="6px"
      wrap="wrap"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault()
        e.stopPropagation()
        if (e.dataTransfer.files[0] && !field.onlyThese) void take(e.dataTransfer.files[0])
      }}
    >
      {[...field.files, ...(known || !hash.startsWith('sha256-') ? [] : [{ hash, name: null }])].map((f) => (
        <button
          key={f.hash}
          type="button"
          title={f.name ?? t('Your picture')}
          aria-label={`${field.name}: ${f.name ?? t('Your picture')}`}
          aria-pressed={f.hash === hash}
          onClick={() => onChange(f.name ?? f.hash)}
        >
          <Box
            className="checker"
            borderRadius="5px"
            p="3px"
            boxShadow={f.hash === hash ? '0 0 0 2px var(--chakra-colors-accent)' : '0 0 0 1px var(--chakra-colors-line)'}
          >
            <Image src={`/api/pictures/${f.hash}`} alt="" h="40px" maxW="80px" objectFit="contain" />
          </Box>
        </button>
      ))}
      {!field.onlyThese && (
        <>
          <Tool
            label={t('{name}: a picture of your own', { name: field.name })}
            size="sm"
            variant="outline"
            borderColor="line"
            onClick={() => file.current?.click()}
          >
            <ImageUp size={16} />
          </Tool>
          <input
            ref={file}
            id={id}
            hidden
            type="file"
            accept={acceptOf('picture')}
            aria-label={t('Picture for {name}', { name: field.name })}
            onChange={(e) => {
              if (e.target.files?.[0]) void take(e.target.files[0])
              e.target.value = ''
            }}
          />
        </>
      )}
    </Flex>
  )
}
