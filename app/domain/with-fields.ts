/** A document with some of its fields changed; those given as `undefined` are left out of it. */
export function withFields<T extends object>(one: T, values: { [K in keyof T]?: T[K] | undefined }): T {
  const next = { ...one, ...values }
  for (const [name, value] of Object.entries(values))
    if (value === undefined) Reflect.deleteProperty(next, name)
  return next as T
}
