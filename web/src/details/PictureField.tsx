import { Box } from '@chakra-ui/react'
import { addPicture, Refused } from '../api/client'
import { useDocument } from '../stores/documentStore'
import type { EditorProps } from './editorProps'
import { FileButton } from '../shell/FileButton'
import { t } from '../words/words'

/** The picture of a layer, and another in its place. */
export function PictureField({ layerId, value }: EditorProps) {
  const asset = useDocument((s) => s.graphic?.assets?.[value as string])
  const { edit } = useDocument.getState()
  const replace = async (file: File) => {
    try {
      const { hash, ...added } = await addPicture(file)
      await edit({
        do: 'several',
        edits: [
          { do: 'addAsset', hash, asset: added },
          { do: 'setValue', layer: layerId, address: 'asset', value: hash, at: 0 },
        ],
      })
    } catch (e) {
      const refused = e instanceof Refused ? e : new Refused(t('The picture could not be sent.'), t('Try again.'))
      useDocument.getState().refuse({ message: refused.message, remedy: refused.remedy })
    }
  }
  return (
    <Box fontSize="12px">
      {asset ? t('{name}, {width} × {height} px', { name: asset.name, width: asset.width, height: asset.height }) : t('None')}
      <Box mt="3px">
        <FileButton label={t('Replace the picture')} accept="image/png,image/jpeg,image/webp" onFile={(file) => void replace(file)} />
      </Box>
    </Box>
  )
}
