import { lookup } from 'node:dns/promises'
import ipaddr from 'ipaddr.js'
import { Problem } from '../http/problem.ts'

/** Kinds of addresses at which no device of a building is: this machine, what needs no router, many at once, none. */
const NO_DEVICE = new Set(['loopback', 'linkLocal', 'multicast', 'broadcast', 'unspecified', 'reserved'])

const NOT_THERE = (host: string) =>
  new Problem(
    422,
    'gateway-not-allowed',
    `${host} is no address of a device: it leads to this server itself, or nowhere.`,
    'Name the address of the device in the building’s network.',
  )

const isDevice = (address: string): boolean => {
  if (!ipaddr.isValid(address)) return false
  const parsed = ipaddr.process(address)
  return !NO_DEVICE.has(parsed.range())
}

/**
 * The address to connect to. The name is looked up here, and what it is found to be is what is connected to: a name that
 * says something else a moment later leads nowhere else.
 * @returns the address; undefined where every address is allowed, or the name is not known (then connecting says so)
 */
export async function whereTo(host: string, anywhere: boolean): Promise<string | undefined> {
  if (anywhere) return undefined
  const found = ipaddr.isValid(host) ? [{ address: host }] : await lookup(host, { all: true }).catch(() => [])
  if (found.some((one) => !isDevice(one.address))) throw NOT_THERE(host)
  return found[0]?.address
}
