import { counted } from '~~/core/kernel/time-text'

/**
 * What is said of acts that were taken on this device and have not reached the server.
 *
 * @param isKept whether the device keeps them: one without storage has them only as long as the page is open
 */
export function waitsForServer(n: number, what: 'tap' | 'event', isKept: boolean): string {
  const waits = `${counted(n, what)} ${n === 1 ? 'waits' : 'wait'} for the server`
  const [it, is] = n === 1 ? ['it', 'is'] : ['they', 'are']
  return isKept
    ? `${waits}; ${it} ${is} kept on this device.`
    : `${waits}. This device cannot keep ${n === 1 ? 'it' : 'them'}: leave the page open until ${it} ${is} sent.`
}
