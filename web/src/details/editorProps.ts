import type { Schemas } from '../api/client'
import type { PlainValue } from '../live/document'

export interface EditorProps {
  /** The value's name with its unit. */
  name: string
  info: Schemas['ValueInfo']
  layerId: string
  value: PlainValue
  /** Shows a value without keeping it; null ends that. */
  onPreview: (value: PlainValue | null) => void
  onChange: (value: PlainValue) => void
}
