/**
 * A question that is asked again and again, whose answers may overtake one another: each is taken unless one that was asked later was taken
 * before it. Whoever asks waits until then; what is shown is as new as their own answer at least.
 */
export function inOrder<T>(ask: () => Promise<T>, take: (told: T) => void): () => Promise<void> {
  let asked = 0
  let taken = 0
  return async () => {
    const turn = ++asked
    const told = await ask()
    if (turn < taken) return
    taken = turn
    take(told)
  }
}
