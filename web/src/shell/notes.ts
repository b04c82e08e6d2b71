import { createToaster } from '@chakra-ui/react'

/** What a person should know about what was done, at the edge of the screen until it is understood or something else happens. */
export const notes = createToaster({ placement: 'bottom-start', max: 3, overlap: false })
