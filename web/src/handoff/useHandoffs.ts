import { HubConnectionBuilder, LogLevel } from '@microsoft/signalr'
import { MessagePackHubProtocol } from '@microsoft/signalr-protocol-msgpack'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { spoken } from '../words/spoken'
import { api, data, type Schemas } from '../api/client'
import { Told, withOne } from './told'

type View = Schemas['HandoffView']

const RETRY_MS = 1000

/** The handoffs of a graphic, newest first; the server tells every change. */
export function useHandoffs(graphic: string) {
  const queries = useQueryClient()
  const [told] = useState(() => new Told())
  useEffect(() => {
    const key = ['handoffs', graphic]
    const hub = new HubConnectionBuilder()
      .withUrl('/live')
      .withHubProtocol(new MessagePackHubProtocol())
      .withAutomaticReconnect({ nextRetryDelayInMilliseconds: () => RETRY_MS })
      .configureLogging(LogLevel.None)
      .build()
    const watch = async () => {
      await hub.invoke('WatchHandoffs', graphic)
      // What changed before anybody listened is in the list.
      await queries.invalidateQueries({ queryKey: key })
    }
    hub.on('handoff', (json: string) => {
      const one = spoken(JSON.parse(json) as View)
      told.tell(one)
      // Where there is no list yet, the one that is asked for will have it.
      queries.setQueryData<View[]>(key, (list) => list && withOne(list, one))
    })
    hub.on('handoffs', () => void queries.invalidateQueries({ queryKey: key }))
    hub.onreconnected(() => void watch())
    let left = false
    const open = async () => {
      while (!left) {
        try {
          await hub.start()
          if (left) await hub.stop()
          else await watch()
          return
        } catch {
          await new Promise((done) => setTimeout(done, RETRY_MS))
        }
      }
    }
    void open()
    return () => {
      left = true
      void hub.stop()
    }
  }, [graphic, queries, told])
  return useQuery({
    queryKey: ['handoffs', graphic],
    queryFn: () => told.list(() => data(api.GET('/api/handoffs', { params: { query: { graphic } } }))),
  })
}
