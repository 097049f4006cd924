/** Tasks one after the other, in the order they were given; one that fails holds up none after it. Each answers with its own outcome. */
export function inTurn(): <T>(task: () => Promise<T>) => Promise<T> {
  let last: Promise<unknown> = Promise.resolve()
  return (task) => {
    const mine = last.then(task, task)
    last = mine
    return mine
  }
}
