/** The groups Ropewalk Jujutsu, a made-up club in a converted rope works by a tidal river, is taught in. */
export const demoGroups = [
  { id: 'chalk-amber', name: 'Chalk–Amber', pace: 1.2, ranks: ['chalk', 'amber'] },
  { id: 'teal', name: 'Teal', pace: 1, ranks: ['teal'] },
  { id: 'plum', name: 'Plum', pace: 1, ranks: ['plum'] },
  { id: 'slate-ink', name: 'Slate–Ink', pace: 0.9, ranks: ['slate', 'ink'] },
]

interface DemoStudent {
  name: string
  rank: string
  notches: number
  /** Whole years, and how many days ago the last birthday was. */
  age: number
  sinceBirthday: number
  heightCm: number
  massKg: number
  note?: string
}

const row = (
  name: string,
  rank: string,
  notches: number,
  age: number,
  heightCm: number,
  massKg: number,
  note?: string,
): DemoStudent => ({
  name,
  rank,
  notches,
  age,
  sinceBirthday: (name.length * 37) % 360,
  heightCm,
  massKg,
  ...(note ? { note } : {}),
})

/** Thirty-two students from 13 to 61; a quarter are minors. */
export const demoStudents: DemoStudent[] = [
  row('Odalys Fenn', 'chalk', 0, 34, 168, 63),
  row('Bertil Askew', 'chalk', 1, 61, 174, 81.5, 'left hip: no deep squats'),
  row('Juno Abara', 'chalk', 0, 13, 151, 43),
  row('Cosmin Hale', 'chalk', 2, 27, 183, 88),
  row('Wren Tolliver', 'chalk', 1, 15, 162, 52),
  row('Priya Lindahl', 'amber', 0, 41, 165, 66),
  row('Tobin Okoro', 'amber', 2, 22, 188, 92),
  row('Mirela Stroud', 'amber', 1, 36, 171, 70, 'sore knee: half depth'),
  row('Fitz Dunmore', 'amber', 3, 16, 176, 64),
  row('Ishani Crewe', 'amber', 1, 29, 159, 54),
  row('Galo Pember', 'amber', 0, 14, 158, 49),
  row('Anselm Quaye', 'teal', 1, 45, 179, 84, 'neck: no bridging'),
  row('Lotte Varga', 'teal', 2, 31, 163, 58),
  row('Dario Penhale', 'teal', 0, 26, 181, 79),
  row('Sunniva Kerr', 'teal', 1, 17, 169, 61, 'hearing aid out for rolls: face her to call'),
  row('Rafe Oduya', 'teal', 3, 16, 178, 68),
  row('Yusra Blackett', 'teal', 0, 38, 166, 64),
  row('Emeric Tan', 'teal', 2, 24, 172, 71, 'left wrist: no falls'),
  row('Petra Lowell', 'teal', 1, 52, 167, 69),
  row('Halvard Nkelo', 'plum', 2, 33, 190, 96),
  row('Corisande Bly', 'plum', 1, 28, 170, 62),
  row('Ilo Marchant', 'plum', 3, 17, 174, 66),
  row('Noor Castel', 'plum', 0, 23, 164, 57),
  row('Bastian Rook', 'plum', 1, 40, 182, 85),
  row('Tamsin Ojeda', 'plum', 2, 35, 161, 59),
  row('Kwesi Lund', 'plum', 0, 30, 185, 83),
  row('Maren Achter', 'slate', 1, 44, 173, 72),
  row('Desmond Iyer', 'slate', 2, 39, 177, 80),
  row('Oona Farrow', 'slate', 0, 17, 168, 60),
  row('Leocadia Sorn', 'ink', 1, 48, 165, 65),
  row('Jarek Thistle', 'ink', 2, 55, 180, 87),
  row('Abiola Grange', 'ink', 0, 42, 171, 74),
]

/** Two who never partner each other. */
export const demoApart: [string, string] = ['Halvard Nkelo', 'Kwesi Lund']
