/** One channel as it stands moved; between pixels each is the mean of its neighbours, by how near they are. The core's Moved.cs does the same. */
export function moved(mask: Uint8Array, width: number, height: number, right: number, below: number): Uint8Array {
  const [dx, dy] = [Math.round(right * 256), Math.round(below * 256)]
  const [x, y, partX, partY] = [dx >> 8, dy >> 8, dx & 255, dy & 255]
  if (dx === 0 && dy === 0) return mask
  const made = new Uint8Array(mask.length)
  const at = (row: number, column: number) => (row < 0 || row >= height || column < 0 || column >= width ? 0 : mask[row * width + column]!)
  const down = (row: number, column: number) =>
    partY === 0 ? at(row, column) : (at(row, column) * (256 - partY) + at(row - 1, column) * partY + 128) >> 8
  for (let row = 0; row < height; row++) {
    let before = down(row - y, -x - 1)
    for (let column = 0; column < width; column++) {
      const here = down(row - y, column - x)
      made[row * width + column] = partX === 0 ? here : (here * (256 - partX) + before * partX + 128) >> 8
      before = here
    }
  }
  return made
}
