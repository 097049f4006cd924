import type { Student } from '../core/people/student'

/** What the roster of the demo knows beyond the register: families, contacts, what was agreed to, and who would rather be together. */

type More = Partial<Pick<Student, 'family' | 'contacts' | 'consents' | 'healthNote'>>

const parent = (name: string, relation: string, phone: string) => [{ name, relation, phone }]

const MORE: Record<string, More> = {
  'Juno Abara': {
    family: 'Abara',
    contacts: parent('Ngozi Abara', 'mother', '555 0114'),
    consents: { photos: true, contact: true, partnerAdults: true },
  },
  'Wren Tolliver': {
    family: 'Tolliver',
    contacts: parent('Hale Tolliver', 'father', '555 0127'),
    consents: { photos: false, contact: true, partnerAdults: false },
  },
  'Galo Pember': {
    family: 'Pember',
    contacts: parent('Ines Pember', 'mother', '555 0133'),
    consents: { photos: true, contact: true, partnerAdults: true },
  },
  'Fitz Dunmore': {
    contacts: parent('Moira Dunmore', 'mother', '555 0148'),
    consents: { photos: true, contact: true, partnerAdults: true },
  },
  'Sunniva Kerr': {
    family: 'Kerr',
    contacts: parent('Anders Kerr', 'father', '555 0152'),
    consents: { photos: true, contact: true, partnerAdults: true },
    healthNote: 'Hearing aid, left. Takes it out for rolls and puts it in by herself.',
  },
  'Rafe Oduya': {
    contacts: parent('Temi Oduya', 'mother', '555 0166'),
    consents: { photos: true, contact: true, partnerAdults: true },
  },
  'Ilo Marchant': {
    contacts: parent('Odile Marchant', 'mother', '555 0171'),
    consents: { photos: true, contact: true, partnerAdults: true },
  },
  'Oona Farrow': {
    contacts: parent('Bram Farrow', 'father', '555 0189'),
    consents: { photos: true, contact: true, partnerAdults: false },
  },
  'Emeric Tan': { healthNote: 'Left wrist sprained; the physiotherapist sees it again in December.' },
}

/** Who asked to work together. */
export const demoTogether: [string, string] = ['Odalys Fenn', 'Leocadia Sorn']

export const moreOf = (name: string): More => MORE[name] ?? { consents: { photos: true, contact: true } }

/** The tag of the n-th student, as it is printed on the band. */
export const tagOf = (n: number): string => `RW-${String(417 + n * 13)}`
