import { useLayoutEffect, useState, type RefObject } from 'react'

/** How large an element is, in pixels of the page. */
export function useSize(ref: RefObject<HTMLElement | null>) {
  const [size, setSize] = useState({ width: 0, height: 0 })
  useLayoutEffect(() => {
    const element = ref.current!
    const read = () => setSize({ width: element.clientWidth, height: element.clientHeight })
    read()
    const observer = new ResizeObserver(read)
    observer.observe(element)
    return () => observer.disconnect()
  }, [ref])
  return size
}
