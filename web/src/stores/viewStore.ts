import { create } from 'zustand'

export type Wall = 'checker' | 'black' | 'white' | 'grey' | 'colour' | 'footage'

/** Where a change at the playhead goes: into a keyframe there, or into the value as a whole. */
export type Keying = 'playhead' | 'whole'

export type Zoom = number | 'fit'

/** A clip or a picture that a person put behind the graphic. */
export interface Footage {
  url: string
  name: string
  isStill: boolean
}

interface View {
  wall: Wall
  wallColour: string
  /** Footage of one's own for the wall; null: the demo's. It stays in this browser. */
  footage: Footage | null
  safeAreas: boolean
  /** Rulers along the stage, from which guides are drawn; the guides themselves are seen with them. */
  rulers: boolean
  /** Pixels from line to line of a grid over the stage; 0: none. */
  grid: number
  /** Addresses of pairs of numbers, behind their layer's id, whose ratio stays when one of them is changed. */
  locked: string[]
  zoom: Zoom
  /** What stands around a placed graphic is seen while that is worked on. */
  around: boolean
  /** Motion blur on the stage; the file has it either way. */
  showBlur: boolean
  keying: Keying
  /** The pointer holds something whose picture changes all the while, so the stage paints quickly and not exactly. */
  dragging: boolean
  setWall: (wall: Wall) => void
  /** Puts a clip or a picture behind the graphic; null: the demo's again. */
  setFootage: (file: File | null) => void
  setWallColour: (colour: string) => void
  toggleSafeAreas: () => void
  toggleRulers: () => void
  setGrid: (grid: number) => void
  lock: (pair: string) => void
  zoomTo: (zoom: Zoom) => void
  toggleBlur: () => void
  toggleAround: () => void
  key: (keying: Keying) => void
  drag: (dragging: boolean) => void
  /** True while a path is drawn on the stage. */
  drawing: boolean
  draw: (drawing: boolean) => void
  /** Colours that were used lately, the last one first. */
  colours: string[]
  usedColour: (hex: string) => void
  /** Another graphic is opened: what was meant for the last one alone does not go along. */
  reset: () => void
}

/** How a pair of numbers of a layer is called in what is locked. */
export const pairOf = (layer: string, name: string) => `${layer} ${name}`

const MOST_COLOURS = 14

const fresh = { zoom: 'fit', keying: 'playhead', drawing: false, dragging: false } as const

/** How the graphic is looked at and worked on; nothing of it is in the document. */
export const useView = create<View>((set) => ({
  wall: 'checker',
  wallColour: '#5A6B4A',
  footage: null,
  safeAreas: false,
  rulers: false,
  grid: 0,
  locked: [],
  ...fresh,
  showBlur: true,
  around: true,
  setWall: (wall) => set({ wall }),
  setFootage: (file) =>
    set((s) => {
      if (s.footage) URL.revokeObjectURL(s.footage.url)
      return file
        ? { wall: 'footage', footage: { url: URL.createObjectURL(file), name: file.name, isStill: file.type.startsWith('image/') } }
        : { footage: null }
    }),
  setWallColour: (wallColour) => set({ wallColour }),
  toggleSafeAreas: () => set((s) => ({ safeAreas: !s.safeAreas })),
  toggleRulers: () => set((s) => ({ rulers: !s.rulers })),
  setGrid: (grid) => set({ grid }),
  lock: (pair) => set((s) => ({ locked: s.locked.includes(pair) ? s.locked.filter((p) => p !== pair) : [...s.locked, pair] })),
  zoomTo: (zoom) => set({ zoom }),
  toggleAround: () => set((s) => ({ around: !s.around })),
  toggleBlur: () => set((s) => ({ showBlur: !s.showBlur })),
  key: (keying) => set({ keying }),
  drag: (dragging) => set({ dragging }),
  draw: (drawing) => set({ drawing }),
  colours: [],
  usedColour: (hex) => set((s) => ({ colours: [hex, ...s.colours.filter((c) => c !== hex)].slice(0, MOST_COLOURS) })),
  reset: () => set(fresh),
}))
