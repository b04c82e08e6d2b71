// Printed from the core's kinds of sources by ./hang generate. Do not edit.

import type { Asset, FontAsset, SoundAsset } from './core.gen'

/** What a document says of a file of each kind. */
export interface SourceFacts {
  picture: Asset
  sound: SoundAsset
  font: FontAsset
}

export type SourceName = keyof SourceFacts

interface SourceKind {
  /** The member of a document that holds them. */
  member: string
  /** Where they are kept, among the addresses of the server. */
  folder: string
  /** What names of such files end with. */
  endings: string[]
  types: string[]
}

export const sources: Record<SourceName, SourceKind> = {
  picture: { member: 'assets', folder: 'pictures', endings: ['.png', '.jpg', '.jpeg', '.webp'], types: ['image/png', 'image/jpeg', 'image/webp'] },
  sound: { member: 'sounds', folder: 'sounds', endings: ['.wav', '.flac', '.mp3', '.ogg', '.oga', '.m4a'], types: ['audio/wav', 'audio/flac', 'audio/mpeg', 'audio/ogg', 'audio/mp4'] },
  font: { member: 'fonts', folder: 'fonts', endings: ['.ttf', '.otf', '.woff2'], types: ['font/ttf', 'font/otf', 'font/woff2'] },
}
