/** The people who may sign in to the demo club. Made up, like everything in it. */
export const demoSignIns = [
  {
    name: 'Marit Vasshaug',
    email: 'marit@ropewalk.example',
    password: 'under-the-lintel',
    role: 'head',
  },
  {
    name: 'Idris Calloway',
    email: 'idris@ropewalk.example',
    password: 'between-two-posts',
    role: 'instructor',
  },
  {
    name: 'Senna Marlow',
    email: 'senna@ropewalk.example',
    password: 'holding-the-pads',
    role: 'assistant',
  },
  {
    name: 'Tove Lindgarth',
    email: 'tove@ropewalk.example',
    password: 'keys-and-ledgers',
    role: 'desk',
  },
] as const
