import { Menu, Portal } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { choicesQuery } from '../api/choices'
import { several } from '../live/edits'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { usePlayback } from '../stores/playbackStore'
import { useSelection } from '../stores/selectionStore'
import { useRows } from './rowState'
import { order, selectAlike, selectAll } from '../acts/arrange'
import { dissolve, group } from '../acts/groups'
import { takeApart, useAsked } from '../acts/placing'
import { combine, combinings, hasEdge, makePaths } from '../acts/shapes'
import { t } from '../words/words'
import { isDotted, isGroup, isPlaced } from '../live/kinds'

/** What the right button of the pointer offers for the selected layers. */
export function LayerMenu({ children }: { children: ReactNode }) {
  return (
    <Menu.Root size="sm" lazyMount unmountOnExit>
      <Menu.ContextTrigger asChild>{children}</Menu.ContextTrigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content onPointerDown={(e) => e.stopPropagation()}>
            <Items />
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  )
}

function Items() {
  const { graphic } = usePick(useDocument, 'graphic')
  const { selection } = usePick(useSelection, 'selection')
  const { edit } = useDocument.getState()
  const contents = useQuery(choicesQuery).data?.contents ?? []
  const chosen = graphic!.layers.filter((l) => selection.includes(l.id))
  const change = (part: { hidden?: boolean; locked?: boolean; guide?: boolean }) =>
    void edit(several(chosen.map((l) => ({ do: 'changeLayer' as const, layer: l.id, ...part }))))
  const item = (name: string, act: () => void, keys?: string) => (
    <Menu.Item key={name} value={name} onSelect={act}>
      {name}
      {/* Beside the name, not part of it. */}
      {keys && (
        <Menu.ItemCommand fontSize="12px" letterSpacing="0" color="soft" opacity="1" aria-hidden>
          {keys}
        </Menu.ItemCommand>
      )}
    </Menu.Item>
  )
  if (chosen.length === 0) return item(t('Select all'), selectAll, 'Ctrl Shift A')
  const edged = chosen.filter((l) => hasEdge(l, contents))
  const placed = chosen.filter((l) => isPlaced(l.content))
  const groups = chosen.filter(isGroup)
  return (
    <>
      {chosen.length === 1 && item(t('Rename'), () => useRows.getState().rename(chosen[0]!.id), 'F2')}
      {item(t('Duplicate'), () => void edit({ do: 'duplicateLayers', layers: selection }), 'Ctrl D')}
      {item(t('Delete'), () => void edit({ do: 'removeLayers', layers: selection, at: usePlayback.getState().frame }), t('Delete key'))}
      <Menu.Separator />
      {item(t('To the front'), () => order('front'), t('Shift page up'))}
      {item(t('Forward'), () => order('forward'), t('Page up'))}
      {item(t('Back'), () => order('back'), t('Page down'))}
      {item(t('To the back'), () => order('behind'), t('Shift page down'))}
      <Menu.Separator />
      {item(t('Group'), () => void group(), 'Ctrl G')}
      {edged.length > 1 && edged.length === chosen.length && combinings.map(({ how, name }) => item(name, () => void combine(how)))}
      {edged.length === chosen.length && !chosen.every((l) => isDotted(l.content)) && item(t('Make a path'), () => void makePaths())}
      {item(t('Make a graphic of it…'), () => useAsked.getState().ask('wrap'))}
      {placed.length > 0 && item(t('Take apart'), () => void takeApart(placed.map((l) => l.id)))}
      {groups.length > 0 && item(t('Dissolve'), () => void dissolve(groups.map((g) => g.id)), 'Ctrl Shift G')}
      {item(chosen.every((l) => l.hidden) ? t('Show') : t('Hide'), () => change({ hidden: !chosen.every((l) => l.hidden) }))}
      {item(chosen.every((l) => l.locked) ? t('Unlock') : t('Lock'), () => change({ locked: !chosen.every((l) => l.locked) }))}
      {item(chosen.every((l) => l.guide) ? t('Show in the file') : t('Only to draw after'), () =>
        change({ guide: !chosen.every((l) => l.guide) }),
      )}
      <Menu.Separator />
      {item(t('Select all'), selectAll, 'Ctrl Shift A')}
      {item(t('Select all of this kind'), () => selectAlike('kind'))}
      {item(t('Select all of this colour'), () => selectAlike('colour'))}
    </>
  )
}
