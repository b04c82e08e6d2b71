import { Box, Flex } from '@chakra-ui/react'
import { PaintBucket, Plus, Trash2 } from 'lucide-react'
import { useParams } from 'react-router'
import { api, data } from '../api/client'
import type { Palette } from '../live/core.gen'
import { useDocument } from '../stores/documentStore'
import { ColourWell } from '../shell/ColourWell'
import { CommittedInput } from '../shell/CommittedInput'
import { Choice, Tool } from '../shell/controls'
import { Act } from './Act'
import { Section } from './Section'
import { t } from '../words/words'

/** Roles and colourways of the package: switched, changed, made from what the graphic has. */
export function PaletteDetails() {
  const palette = useDocument((s) => s.graphic?.palette)
  const { edit } = useDocument.getState()
  const make = (
    <Act
      name={t('Roles from this graphic')}
      title={t('Make a role of every colour that has none yet')}
      onClick={() => void edit({ do: 'makeRoles' })}
    />
  )
  return (
    <Section title={t('Colours')} tools={make}>
      {palette ? (
        <>
          <Colourways palette={palette} />
          {palette.roles.map((role) => (
            <Role key={role} role={role} palette={palette} />
          ))}
          <NewRole palette={palette} />
        </>
      ) : (
        <Box color="soft" fontSize="12px">
          {t('No roles yet. A role is a colour with a name; changing it changes every graphic of the package.')}
        </Box>
      )}
    </Section>
  )
}

const shownOf = (palette: Palette) => palette.colourways.find((c) => c.name === palette.current)!

/** The palette with one colour of the colourway that is shown replaced. */
const withColour = (palette: Palette, role: string, hex: string): Palette => ({
  ...palette,
  colourways: palette.colourways.map((c) => (c.name === palette.current ? { ...c, colours: { ...c.colours, [role]: hex } } : c)),
})

function Colourways({ palette }: { palette: Palette }) {
  const { edit, refuse } = useDocument.getState()
  const { graphic: id } = useParams()
  const rename = (name: string) =>
    void edit({
      do: 'setPalette',
      palette: { ...palette, colourways: palette.colourways.map((c) => (c.name === palette.current ? { ...c, name } : c)), current: name },
    })
  const everywhere = async () => {
    try {
      const packages = await data(api.GET('/api/packages'))
      const of = packages.find((p) => p.graphics.some((g) => g.id === id))
      if (of) await data(api.POST('/api/packages/{id}/colourway', { params: { path: { id: of.id } }, body: { name: palette.current } }))
    } catch {
      refuse({ message: t('The other graphics could not be switched.'), remedy: t('Try again.') })
    }
  }
  return (
    <>
      <Flex gap="4px" mb="4px" align="center">
        <Box flex="1">
          <Choice
            label={t('Colourway')}
            value={palette.current}
            options={palette.colourways.map((c) => ({ value: c.name, label: c.name }))}
            onChange={(e) => void edit({ do: 'switchColourway', name: e.target.value })}
          />
        </Box>
        <Tool label={t('Show this colourway in all graphics of the package')} minW="26px" h="26px" onClick={() => void everywhere()}>
          <PaintBucket size={14} />
        </Tool>
        <Tool label={t('Add a colourway')} minW="26px" h="26px" onClick={() => void edit({ do: 'addColourway' })}>
          <Plus size={14} />
        </Tool>
        <Tool
          label={t('Take this colourway away')}
          minW="26px"
          h="26px"
          disabled={palette.colourways.length < 2}
          onClick={() => {
            const rest = palette.colourways.filter((c) => c.name !== palette.current)
            void edit({ do: 'setPalette', palette: { ...palette, colourways: rest, current: rest[0]!.name } })
          }}
        >
          <Trash2 size={13} />
        </Tool>
      </Flex>
      <CommittedInput key={palette.current} label={t('Title of the colourway')} value={palette.current} onCommit={rename} />
    </>
  )
}

function Role({ role, palette }: { role: string; palette: Palette }) {
  const { edit, preview } = useDocument.getState()
  return (
    <Flex gap="6px" mb="3px" align="center" role="group" aria-label={t('Role {role}', { role })}>
      <ColourWell
        label={t('Colour of {role}', { role })}
        hex={shownOf(palette).colours[role]!}
        alpha
        onPreview={(hex) => preview({ do: 'setPalette', palette: withColour(palette, role, hex) })}
        onChange={(hex) => void edit({ do: 'setPalette', palette: withColour(palette, role, hex) })}
      />
      <CommittedInput
        label={t('Title of {role}', { role })}
        value={role}
        onCommit={(name) => void edit({ do: 'renameRole', role, name: nameOf(name) })}
      />
      <Tool
        label={t('Take {role} away; its colours stay', { role })}
        minW="24px"
        h="24px"
        onClick={() =>
          void edit({
            do: 'setPalette',
            palette: {
              ...palette,
              roles: palette.roles.filter((r) => r !== role),
              colourways: palette.colourways.map((c) => ({
                ...c,
                colours: Object.fromEntries(Object.entries(c.colours).filter(([r]) => r !== role)),
              })),
            },
          })
        }
      >
        <Trash2 size={13} />
      </Tool>
    </Flex>
  )
}

/** Roles are named by one word; spaces become hyphens. */
const nameOf = (typed: string) => typed.trim().replace(/\s+/g, '-')

function NewRole({ palette }: { palette: Palette }) {
  const { edit } = useDocument.getState()
  return (
    <CommittedInput
      key={palette.roles.length}
      label={t('Add a role')}
      placeholder={t('Add a role…')}
      value=""
      onCommit={(typed) => {
        const name = nameOf(typed)
        void edit({
          do: 'setPalette',
          palette: {
            ...palette,
            roles: [...palette.roles, name],
            colourways: palette.colourways.map((c) => ({ ...c, colours: { ...c.colours, [name]: '#808080' } })),
          },
        })
      }}
    />
  )
}
