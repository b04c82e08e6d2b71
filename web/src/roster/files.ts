import { send } from '../api/client'
import type { Roster } from './sheet'

/** Has a table read as a roster of a graphic; nothing is kept. */
export const sendTable = (graphic: string, file: File) => send<Roster>(`/api/graphics/${graphic}/roster/table`, file)

/** Takes in a picture, or a zip full of them, for cells that say their names. */
export const sendPictures = (graphic: string, file: File) =>
  send<NonNullable<Roster['pictures']>>(`/api/graphics/${graphic}/roster/pictures`, file)
