import { type GatewayEntry, GatewayLiveAnswer, GatewaysAnswer } from '@ingle/record/wire'
import { useEffect, useState } from 'react'
import { api } from '../sync/api.ts'

/** How often a unit is asked, ms: a second after each answer, so that a slow line is never asked twice at once. */
const EVERY_MS = 1000

/** What a unit says of itself over a gateway, once a second while it is watched. Nothing is written down. */
export function useLive(body: object, gatewayId: string, on: boolean) {
  const [answer, setAnswer] = useState<GatewayLiveAnswer | null>(null)
  const [wrong, setWrong] = useState<string | null>(null)
  const key = JSON.stringify([body, gatewayId])
  useEffect(() => {
    if (!on || gatewayId === '') return
    let ended = false
    let timer: ReturnType<typeof setTimeout> | undefined
    const [asked, id] = JSON.parse(key) as [object, string]
    const ask = async () => {
      const got = await api('POST', `/api/gateways/${id}/live`, GatewayLiveAnswer, asked)
      if (ended) return
      if (got.ok) setAnswer(got.value)
      setWrong(got.ok ? null : `${got.error.reason} ${got.error.remedy}`)
      timer = setTimeout(() => void ask(), EVERY_MS)
    }
    void ask()
    return () => {
      ended = true
      clearTimeout(timer)
    }
  }, [key, gatewayId, on])
  return { answer, wrong }
}

/** The crew's gateways, and the one that is called like a system: it stands in sight and can be changed. */
export function useGateways(systemName: string) {
  const [gateways, setGateways] = useState<GatewayEntry[] | null>(null)
  const [chosen, setChosen] = useState('')
  const [wrong, setWrong] = useState<string | null>(null)
  useEffect(() => {
    void api('GET', '/api/gateways', GatewaysAnswer).then((answer) => {
      if (!answer.ok) return setWrong(`${answer.error.reason} ${answer.error.remedy}`)
      setGateways(answer.value.gateways)
      const [name = ''] = systemName.split(' ')
      const like = answer.value.gateways.find((one) => name !== '' && one.name.includes(name))
      setChosen((like ?? answer.value.gateways[0])?.id ?? '')
    })
  }, [systemName])
  return { gateways, chosen, choose: setChosen, wrong }
}
