import { ChakraProvider } from '@chakra-ui/react'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { BrowserRouter, Route, Routes } from 'react-router'
import { Bench } from './bench/Bench'
import { Desk } from './desk/Desk'
import { DeskHome } from './desk/DeskHome'
import { Line } from './handoff/Line'
import { Handoff } from './handoff/Handoff'
import { Rack } from './rack/Rack'
import { RosterPage } from './roster/RosterPage'
import { Hints } from './shell/Hints'
import { Notes } from './shell/Notes'
import { Nothing } from './shell/Nothing'
import { system } from './shell/theme'
import { Accounts } from './signin/Accounts'
import { Door } from './signin/Door'
import { Walk } from './walk/Walk'

const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: true } } })

/** All screens. */
export function App() {
  return (
    <ChakraProvider value={system}>
      <QueryClientProvider client={queries}>
        <BrowserRouter>
          <Door>
            <Routes>
              <Route path="/" element={<Rack />} />
              <Route path="/bench/:graphic" element={<Bench />} />
              <Route path="/handoff/:graphic" element={<Handoff />} />
              <Route path="/desk" element={<DeskHome />} />
              <Route path="/desk/:graphic" element={<Desk />} />
              <Route path="/roster/:graphic" element={<RosterPage />} />
              <Route path="/accounts" element={<Accounts />} />
              <Route path="/line" element={<Line />} />
              <Route path="*" element={<Nothing />} />
            </Routes>
            <Walk />
          </Door>
        </BrowserRouter>
        <Notes />
        <Hints />
      </QueryClientProvider>
    </ChakraProvider>
  )
}
