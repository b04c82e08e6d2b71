import type { Schemas } from '../api/client'
import type { PlainValue } from '../live/document'

export interface EditorProps {
  /** The value's name with its unit. */
  name: string
  info: Schemas['ValueInfo']
  layerId: string
  value: PlainValue
  /** It stands for several values that differ: any that is given counts, the one shown too. */
  mixed?: boolean
  /**
   * Shows a value without keeping it; null ends that.
   * @param part the component that it is of; absent: it is the whole value.
   */
  onPreview: (value: PlainValue | null, part?: string) => void
  onChange: (value: PlainValue, part?: string) => void
}
