import { useRef, useState } from 'react'
import { api, data, Refused, type Schemas } from '../api/client'
import { t } from '../words/words'

type Plan = Schemas['HandoffPlan']

/** By kind of file: what it will about be, or why it cannot be, or that it is being found out. */
export type Forecasts = Partial<Record<string, Schemas['ForecastView'] | { refused: string } | 'waiting'>>

/** Forecasts of several kinds, one after the other: each renders some frames, and two at once would slow each other down. */
export function useForecasts(graphic: string) {
  const [forecasts, setForecasts] = useState<Forecasts>({})
  const turn = useRef(0)
  const forget = () => {
    turn.current++
    setForecasts({})
  }
  const ask = async (plans: Plan[]) => {
    const mine = ++turn.current
    setForecasts(Object.fromEntries(plans.map((p) => [p.kind, 'waiting' as const])))
    for (const plan of plans) {
      const found = await data(api.POST('/api/graphics/{id}/forecast', { params: { path: { id: graphic } }, body: plan })).catch(
        (e: unknown) => ({ refused: e instanceof Refused ? `${e.message} ${e.remedy}` : t('The server is not reachable.') }),
      )
      if (mine !== turn.current) return
      setForecasts((all) => ({ ...all, [plan.kind]: found }))
    }
  }
  return { forecasts, ask, forget, busy: Object.values(forecasts).includes('waiting') }
}
