import { DataTypes as T, type Model } from 'sequelize'
import { storedPlan } from './stored-plan'

/** The kinds of column that the tables are made of. */

export const id = { type: T.STRING(36), allowNull: false }
export const key = { ...id, primaryKey: true }
export const slugKey = { type: T.STRING(100), allowNull: false, primaryKey: true }
export const text = { type: T.STRING, allowNull: false }
export const maybeId = { type: T.STRING(36) }
export const maybeText = { type: T.STRING }
export const whole = { type: T.INTEGER, allowNull: false }
export const json = { type: T.JSON, allowNull: false }
/** What the database fills when left out. */
export const first = { ...whole, defaultValue: 1 }
export const none = { ...whole, defaultValue: 0 }
export const emptyList = { ...json, defaultValue: [] }
export const day = { type: T.DATEONLY, allowNull: false }
export const yesNo = { type: T.BOOLEAN, allowNull: false }
export const stamp = { type: T.DATE(3) }
/** Whole numbers beyond 32 bits; the driver may give them as text. */
export const bigWhole = (name: string) => ({
  type: T.BIGINT,
  allowNull: false,
  get(this: Model) {
    const value = this.getDataValue(name as never) as unknown
    return value === undefined ? undefined : Number(value)
  },
})
/** A plan, read as what a plan is today. */
export const planColumn = (name: string, allowNull = false) => ({
  type: T.JSON,
  allowNull,
  get(this: Model) {
    const value = this.getDataValue(name as never) as unknown
    return value === null || value === undefined ? value : storedPlan(value)
  },
})
/** Decimals come back as text from the driver. */
export const decimal = (name: string, digits: number, places: number) => ({
  type: T.DECIMAL(digits, places),
  get(this: Model) {
    const value = this.getDataValue(name as never) as unknown
    return value === null || value === undefined ? null : Number(value)
  },
})

export const practiceColumns = {
  clubId: key,
  classId: key,
  studentId: key,
  itemId: slugKey,
  layer: { ...whole, primaryKey: true },
  day,
  workMs: whole,
  holdingMs: whole,
  repsL: whole,
  repsR: whole,
  repsN: whole,
  received: whole,
  estimated: yesNo,
  inCombinations: none,
  inRoles: { type: T.INTEGER },
  sections: { type: T.TEXT },
  revision: whole,
}

/** What every event says of itself. */
export const eventColumns = {
  clubId: key,
  id: key,
  kind: text,
  atMs: bigWhole('atMs'),
  deviceAtMs: bigWhole('deviceAtMs'),
  countOnDevice: { type: T.INTEGER },
  doubt: maybeText,
  undoes: maybeText,
  sentBy: id,
  receivedAt: stamp,
}
