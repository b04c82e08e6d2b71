const KEY = 'hang-room'

/** The room is light unless somebody asked for the dark one on this browser. */
export function applyRoom() {
  const dark = localStorage.getItem(KEY) === 'dark'
  document.documentElement.classList.toggle('dark', dark)
  document.documentElement.style.colorScheme = dark ? 'dark' : 'light'
}

export function switchRoom() {
  localStorage.setItem(KEY, localStorage.getItem(KEY) === 'dark' ? 'light' : 'dark')
  applyRoom()
}
