import { Box, Flex, Input } from '@chakra-ui/react'
import { useState } from 'react'
import { useDocument } from '../stores/documentStore'
import { useView } from '../stores/viewStore'
import { ColourWell } from '../shell/ColourWell'
import { colourOf, colourText, typedColour, type ColourParts } from '../values/colourText'
import { ContrastNote } from './ContrastNote'
import { NumberField } from '../shell/NumberField'
import { t } from '../words/words'

interface Props {
  label: string
  /** The layer whose filling it is; its contrast is then said. */
  layerId?: string
  /** As documents write it. */
  text: string
  onPreview: (text: string) => void
  onChange: (text: string) => void
}

/** A colour: a well to choose from, its text to type, and of a role how far it is shifted. */
export function ColourEditor({ label, layerId, text, onPreview, onChange }: Props) {
  const colour = colourOf(text)
  /** What is being typed: a change from elsewhere that arrives meanwhile does not take it away. */
  const [typed, setTyped] = useState<string | null>(null)
  const keep = (next: string) => {
    useView.getState().usedColour(colourOf(next).hex)
    onChange(next)
  }
  const shown = colour.role ? `@${colour.role}` : colour.hex
  const shift = (part: Partial<ColourParts>) => colourText({ ...colour, ...part })
  return (
    <Box>
      <Flex gap="6px" align="center">
        <ColourWell label={label} hex={colour.hex} alpha onPreview={onPreview} onChange={keep}>
          {(close) => (
            <>
              <Swatches
                colour={colour}
                onChoose={(next) => {
                  close()
                  keep(next)
                }}
              />
              {layerId && (
                <Box maxW="220px">
                  <ContrastNote layerId={layerId} />
                </Box>
              )}
            </>
          )}
        </ColourWell>
        <Input
          aria-label={t('{label} as text', { label })}
          size="xs"
          h="24px"
          bg="room"
          borderColor="line"
          value={typed ?? shown}
          onFocus={(e) => e.target.select()}
          onChange={(e) => setTyped(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter') e.currentTarget.blur()
            if (e.key === 'Escape') setTyped(null)
          }}
          onBlur={() => {
            if (typed !== null && typed.trim().toLowerCase() !== shown.toLowerCase()) keep(typedColour(typed.trim(), colour.hex))
            setTyped(null)
          }}
        />
      </Flex>
      {colour.role && (
        <Flex gap="4px" mt="3px">
          <NumberField
            label={t('{label}: lighter than {role}, %', { label, role: colour.role })}
            prefix="☼"
            value={colour.lighter}
            min={-100}
            max={100}
            onPreview={(lighter) => onPreview(shift({ lighter }))}
            onChange={(lighter) => keep(shift({ lighter }))}
          />
          <NumberField
            label={t('{label}: alpha of {role}, %', { label, role: colour.role })}
            prefix="α"
            value={colour.alpha}
            min={0}
            max={100}
            onPreview={(alpha) => onPreview(shift({ alpha }))}
            onChange={(alpha) => keep(shift({ alpha }))}
          />
        </Flex>
      )}
    </Box>
  )
}

/** The package's roles first, then what was used last. */
function Swatches({ colour, onChoose }: { colour: ColourParts; onChoose: (text: string) => void }) {
  const palette = useDocument((s) => s.graphic?.palette)
  const recent = useView((s) => s.colours)
  const values = palette?.colourways.find((c) => c.name === palette.current)?.colours ?? {}
  return (
    <Box maxW="220px">
      {palette && palette.roles.length > 0 && (
        <Flex wrap="wrap" gap="4px" mb="6px" role="group" aria-label={t('Roles')}>
          {palette.roles.map((role) => (
            <Swatch
              key={role}
              name={role}
              hex={values[role]!}
              chosen={colour.role === role}
              onClick={() => onChoose(colourText({ hex: values[role]!, role, lighter: 0, alpha: 100 }))}
            />
          ))}
        </Flex>
      )}
      {recent.length > 0 && (
        <Flex wrap="wrap" gap="4px" role="group" aria-label={t('Used lately')}>
          {recent.map((hex) => (
            <Swatch key={hex} name={hex} hex={hex} chosen={false} onClick={() => onChoose(hex)} />
          ))}
        </Flex>
      )}
    </Box>
  )
}

function Swatch({ name, hex, chosen, onClick }: { name: string; hex: string; chosen: boolean; onClick: () => void }) {
  return (
    <Box
      asChild
      w="24px"
      h="24px"
      borderRadius="4px"
      border="2px solid"
      borderColor={chosen ? 'accent' : 'line'}
      style={{ background: hex }}
    >
      <button aria-label={name} data-hint={name} aria-pressed={chosen} onClick={onClick} />
    </Box>
  )
}
