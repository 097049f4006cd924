import {
  DataTypes as T,
  type Model,
  type ModelAttributes,
  type ModelStatic,
  type Optional,
  type Sequelize,
} from 'sequelize'
import {
  bigWhole,
  day,
  decimal,
  emptyList,
  eventColumns,
  first,
  id,
  json,
  key,
  maybeId,
  maybeText,
  none,
  planColumn,
  practiceColumns,
  slugKey,
  stamp,
  text,
  whole,
  yesNo,
} from './columns'
import type * as R from './rows'

/** A table whose rows are plain objects of type `Row`; `Given` are the columns the database fills when left out. */
export type Table<Row extends object, Given extends keyof Row = never> = ModelStatic<
  Model<Row, Optional<Row, Given>>
>

type ClubGiven = 'settings' | 'settingsVersion' | 'ladderKind' | 'ladderVersion' | 'syllabusVersion'
type StudentGiven =
  | 'apart'
  | 'together'
  | 'placed'
  | 'kind'
  | 'guestOf'
  | 'ageBand'
  | 'family'
  | 'joined'
  | 'healthNote'
  | 'contacts'
  | 'consents'
  | 'tag'
  | 'sameAs'
  | 'erasedAt'
  | 'version'
type RankGiven = 'notches' | 'minMonths' | 'minClasses' | 'variants'

export interface Tables {
  clubs: Table<R.ClubRow, ClubGiven>
  users: Table<R.UserRow>
  sessions: Table<R.SessionRow, 'madeAt' | 'seenAt' | 'endedAt'>
  changes: Table<R.ChangeRow, 'id' | 'at'>
  ranks: Table<R.RankRow, RankGiven>
  groups: Table<R.GroupRow>
  groupRanks: Table<R.GroupRankRow>
  students: Table<R.StudentRow, StudentGiven>
  knownBrowsers: Table<R.KnownBrowserRow>
  rankAwards: Table<R.RankAwardRow, 'givenAt'>
  readers: Table<R.ReaderRow, 'madeAt' | 'seenAt' | 'endedAt'>
  walls: Table<R.WallRow, 'madeAt' | 'endedAt'>
  incidents: Table<R.IncidentRow, 'madeAt'>
  readerTaps: Table<R.ReaderTapRow, 'receivedAt'>
  pairings: Table<R.PairingRow, 'savedAt'>
  items: Table<R.ItemRow, 'version' | 'archived'>
  syllabus: Table<R.SyllabusRow>
  shapes: Table<R.ShapeRow, 'version'>
  series: Table<R.SeriesRow, 'version'>
  studentLayers: Table<R.StudentLayerRow, 'givenAt'>
  marks: Table<R.MarkRow, 'givenAt'>
  sightings: Table<R.SightingRow, 'receivedAt'>
  results: Table<R.ResultRow, 'receivedAt'>
  notices: Table<R.NoticeRow, 'version' | 'madeAt' | 'endedAt'>
  programmes: Table<R.ProgrammeRow, 'version' | 'savedAt'>
  termPlaces: Table<R.TermPlaceRow, 'putAt'>
  merges: Table<R.MergeRow, 'madeAt' | 'undoneBy' | 'undoneAt'>
  importRows: Table<R.ImportRow, 'stagedAt'>
  plans: Table<R.PlanRow, 'savedAt' | 'putAway'>
  planVersions: Table<R.PlanVersionRow, 'savedAt' | 'name'>
  planItems: Table<R.PlanItemRow>
  planPeople: Table<R.PlanPersonRow, 'seenAt'>
  classes: Table<R.ClassRow, 'putAway' | 'calendarUid'>
  runEvents: Table<R.RunEventRow, 'receivedAt'>
  presence: Table<R.PresenceRow, 'receivedAt' | 'groupId'>
  classStudents: Table<R.ClassStudentRow, 'takenAt' | 'stood'>
  settlements: Table<
    R.SettlementRow,
    'settledAt' | 'anewBy' | 'anewWhy' | 'times' | 'failed' | 'failedAt' | 'failedWhy'
  >
  ledger: Table<R.LedgerRow, 'writtenAt'>
  practice: Table<R.PracticeRow>
  summary: Table<R.SummaryRow, 'inCombinations' | 'inRoles' | 'sections'>
}

/** Sequelize writes into the column definitions it is given, and ours are shared. */
function ownCopies<C extends object>(columns: C): C {
  return Object.fromEntries(Object.entries(columns).map(([name, column]) => [name, { ...column }])) as C
}

export function defineTables(sequelize: Sequelize): Tables {
  const table = <Row extends object, Given extends keyof Row = never>(
    name: string,
    columns: ModelAttributes<Model<Row, Optional<Row, Given>>, Row>,
  ): Table<Row, Given> =>
    sequelize.define<Model<Row, Optional<Row, Given>>>(name, ownCopies(columns), { tableName: name })

  return {
    clubs: table<R.ClubRow, ClubGiven>('clubs', {
      id: key,
      name: text,
      place: text,
      zone: text,
      firstSide: text,
      lengthMin: whole,
      startTime: text,
      settings: { ...json, defaultValue: {} },
      settingsVersion: first,
      ladderKind: { ...text, defaultValue: 'ranks' },
      ladderVersion: first,
      syllabusVersion: first,
    }),
    users: table<R.UserRow>('users', {
      id: key,
      clubId: id,
      email: text,
      name: text,
      role: text,
      passwordHash: text,
    }),
    sessions: table<R.SessionRow, 'madeAt' | 'seenAt' | 'endedAt'>('sessions', {
      id: key,
      clubId: id,
      userId: id,
      role: text,
      passwordMark: text,
      madeAt: stamp,
      seenAt: stamp,
      endedAt: stamp,
    }),
    changes: table<R.ChangeRow, 'id' | 'at'>('changes', {
      id: { type: T.BIGINT, primaryKey: true, autoIncrement: true },
      clubId: id,
      topic: text,
      root: text,
      what: text,
      userId: { type: T.STRING(36) },
      at: stamp,
    }),
    ranks: table<R.RankRow, RankGiven>('ranks', {
      clubId: key,
      id: slugKey,
      name: text,
      position: whole,
      colour: text,
      ink: text,
      notches: none,
      minMonths: none,
      minClasses: none,
      variants: emptyList,
    }),
    groups: table<R.GroupRow>('class_groups', {
      clubId: key,
      id: slugKey,
      name: text,
      position: whole,
      pace: decimal('pace', 4, 3),
    }),
    groupRanks: table<R.GroupRankRow>('group_ranks', { clubId: key, groupId: slugKey, rankId: slugKey }),
    students: table<R.StudentRow, StudentGiven>('students', {
      id: key,
      clubId: id,
      firstName: text,
      lastName: text,
      birthDate: { type: T.DATEONLY },
      rankId: text,
      rankSince: { type: T.DATEONLY },
      notches: whole,
      groupId: text,
      placed: { ...yesNo, defaultValue: false },
      heightCm: { type: T.INTEGER },
      massKg: decimal('massKg', 5, 1),
      floorNote: maybeText,
      apart: emptyList,
      together: emptyList,
      active: yesNo,
      kind: { ...text, defaultValue: 'member' },
      guestOf: maybeId,
      ageBand: maybeText,
      family: maybeText,
      joined: { type: T.DATEONLY },
      healthNote: maybeText,
      contacts: emptyList,
      consents: { ...json, defaultValue: {} },
      tag: maybeText,
      sameAs: maybeId,
      erasedAt: stamp,
      version: first,
    }),
    rankAwards: table<R.RankAwardRow, 'givenAt'>('rank_awards', {
      clubId: key,
      id: key,
      studentId: id,
      rankId: text,
      notches: whole,
      day: { type: T.DATEONLY },
      givenBy: id,
      givenAt: stamp,
    }),
    walls: table<R.WallRow, 'madeAt' | 'endedAt'>('walls', {
      clubId: key,
      id: key,
      digest: text,
      madeBy: id,
      madeAt: stamp,
      endedAt: stamp,
    }),
    incidents: table<R.IncidentRow, 'madeAt'>('incidents', {
      clubId: key,
      id: key,
      classId: id,
      studentId: id,
      atMs: { type: T.BIGINT },
      site: text,
      happened: text,
      done: text,
      told: text,
      madeBy: id,
      madeAt: stamp,
    }),
    readers: table<R.ReaderRow, 'madeAt' | 'seenAt' | 'endedAt'>('readers', {
      clubId: key,
      id: key,
      name: text,
      keyDigest: text,
      madeBy: id,
      madeAt: stamp,
      seenAt: stamp,
      endedAt: stamp,
    }),
    readerTaps: table<R.ReaderTapRow, 'receivedAt'>('reader_taps', {
      clubId: key,
      id: key,
      readerId: id,
      tag: text,
      atMs: bigWhole('atMs'),
      classId: maybeId,
      studentId: maybeId,
      outcome: text,
      markId: maybeId,
      receivedAt: stamp,
    }),
    pairings: table<R.PairingRow, 'savedAt'>('pairings', {
      clubId: key,
      classId: key,
      board: slugKey,
      body: json,
      version: whole,
      savedBy: id,
      savedAt: stamp,
    }),
    items: table<R.ItemRow, 'version' | 'archived'>('items', {
      clubId: key,
      id: slugKey,
      name: text,
      category: text,
      body: json,
      version: first,
      archived: { ...yesNo, defaultValue: false },
    }),
    syllabus: table<R.SyllabusRow>('syllabus', {
      clubId: key,
      rankId: slugKey,
      itemId: slugKey,
      position: whole,
      layer: whole,
      unit: maybeText,
      amount: decimal('amount', 9, 2),
      asks: maybeText,
      part: maybeText,
    }),
    shapes: table<R.ShapeRow, 'version'>('shapes', {
      clubId: key,
      id: slugKey,
      name: text,
      body: json,
      version: first,
    }),
    series: table<R.SeriesRow, 'version'>('series', {
      clubId: key,
      id: slugKey,
      name: text,
      body: json,
      version: first,
    }),
    studentLayers: table<R.StudentLayerRow, 'givenAt'>('student_layers', {
      clubId: key,
      id: key,
      studentId: id,
      itemId: text,
      layer: whole,
      day,
      givenBy: id,
      givenAt: stamp,
    }),
    marks: table<R.MarkRow, 'givenAt'>('marks', {
      id: key,
      clubId: id,
      classId: id,
      studentId: id,
      itemId: text,
      layer: whole,
      mark: text,
      fault: maybeText,
      givenBy: id,
      givenAt: stamp,
    }),
    sightings: table<R.SightingRow, 'receivedAt'>('sightings', {
      ...eventColumns,
      classId: maybeId,
      studentId: maybeId,
      itemId: maybeText,
      said: maybeText,
      oral: { type: T.BOOLEAN },
    }),
    results: table<R.ResultRow, 'receivedAt'>('drill_results', {
      ...eventColumns,
      classId: id,
      board: maybeText,
      studentId: maybeId,
      figure: { type: T.INTEGER },
      turn: { type: T.INTEGER },
      step: { type: T.INTEGER },
      asked: maybeText,
      outOf: { type: T.INTEGER },
      turns: { type: T.INTEGER },
      summed: maybeText,
      itemId: maybeText,
    }),
    notices: table<R.NoticeRow, 'version' | 'madeAt' | 'endedAt'>('notices', {
      clubId: key,
      id: key,
      says: text,
      fromDay: day,
      untilDay: { type: T.DATEONLY },
      groupId: maybeText,
      version: first,
      madeBy: id,
      madeAt: stamp,
      endedAt: stamp,
    }),
    programmes: table<R.ProgrammeRow, 'version' | 'savedAt'>('programmes', {
      clubId: key,
      period: slugKey,
      body: json,
      version: first,
      savedBy: id,
      savedAt: stamp,
    }),
    termPlaces: table<R.TermPlaceRow, 'putAt'>('term_places', {
      clubId: key,
      groupId: slugKey,
      itemId: slugKey,
      day: { ...day, primaryKey: true },
      minutes: whole,
      putBy: id,
      putAt: stamp,
    }),
    merges: table<R.MergeRow, 'madeAt' | 'undoneBy' | 'undoneAt'>('merges', {
      clubId: key,
      id: key,
      goneId: id,
      keptId: id,
      wasActive: yesNo,
      beforeBody: json,
      afterBody: json,
      others: json,
      madeBy: id,
      madeAt: stamp,
      undoneBy: maybeId,
      undoneAt: stamp,
    }),
    importRows: table<R.ImportRow, 'stagedAt'>('import_rows', {
      clubId: key,
      kind: { type: T.ENUM('library', 'roster'), allowNull: false, primaryKey: true },
      importId: key,
      sentBy: key,
      rowId: slugKey,
      stagedAt: stamp,
      body: json,
    }),
    plans: table<R.PlanRow, 'savedAt' | 'putAway'>('plans', {
      id: key,
      clubId: id,
      title: text,
      body: planColumn('body'),
      version: whole,
      totalMs: bigWhole('totalMs'),
      spareMs: bigWhole('spareMs'),
      blocks: whole,
      theme: text,
      boards: { type: T.TEXT, allowNull: false },
      day: { type: T.DATEONLY },
      seriesId: maybeText,
      lesson: { type: T.INTEGER },
      putAway: { ...yesNo, defaultValue: false },
      savedBy: id,
      savedAt: stamp,
    }),
    planItems: table<R.PlanItemRow>('plan_items', { clubId: key, itemId: slugKey, planId: key }),
    planPeople: table<R.PlanPersonRow, 'seenAt'>('plan_people', {
      clubId: key,
      planId: key,
      streamId: key,
      userId: id,
      seenAt: stamp,
    }),
    planVersions: table<R.PlanVersionRow, 'savedAt' | 'name'>('plan_versions', {
      id: key,
      clubId: id,
      planId: id,
      version: whole,
      outcome: text,
      body: planColumn('body'),
      title: text,
      blocks: whole,
      totalMs: bigWhole('totalMs'),
      name: { type: T.STRING(80) },
      savedBy: id,
      savedAt: stamp,
    }),
    classes: table<R.ClassRow, 'putAway' | 'calendarUid'>('classes', {
      id: key,
      clubId: id,
      planId: id,
      day,
      startTime: text,
      lengthMin: whole,
      teacherId: { type: T.STRING(36) },
      state: text,
      runPlan: planColumn('runPlan', true),
      putAway: { ...yesNo, defaultValue: false },
      calendarUid: maybeText,
    }),
    runEvents: table<R.RunEventRow, 'receivedAt'>('run_events', {
      ...eventColumns,
      clubId: id,
      classId: id,
      board: maybeText,
      waiting: { type: T.BOOLEAN },
      planVersion: { type: T.INTEGER },
      detail: maybeText,
      device: maybeId,
    }),
    presence: table<R.PresenceRow, 'receivedAt' | 'groupId'>('presence', {
      ...eventColumns,
      clubId: id,
      classId: id,
      studentId: maybeId,
      reason: maybeText,
      groupId: maybeText,
    }),
    classStudents: table<R.ClassStudentRow, 'takenAt' | 'stood'>('class_students', {
      clubId: key,
      classId: key,
      studentId: key,
      groupId: text,
      rankId: text,
      takenAt: stamp,
      stood: maybeText,
    }),
    knownBrowsers: table<R.KnownBrowserRow>('known_browsers', {
      clubId: key,
      userId: key,
      digest: { type: T.STRING(64), allowNull: false, primaryKey: true },
      seenAt: stamp,
    }),
    settlements: table<
      R.SettlementRow,
      'settledAt' | 'anewBy' | 'anewWhy' | 'times' | 'failed' | 'failedAt' | 'failedWhy'
    >('settlements', {
      clubId: key,
      classId: key,
      events: whole,
      revision: whole,
      settledAt: stamp,
      anewBy: maybeId,
      anewWhy: maybeText,
      failed: none,
      failedAt: { type: T.DATE(3) },
      failedWhy: maybeText,
      times: maybeText,
    }),
    ledger: table<R.LedgerRow, 'writtenAt'>('practice_ledger', {
      ...practiceColumns,
      revision: { ...whole, primaryKey: true },
      writtenBy: { type: T.STRING(36) },
      why: text,
      reason: maybeText,
      writtenAt: stamp,
    }),
    practice: table<R.PracticeRow>('practice', practiceColumns),
    summary: table<R.SummaryRow, 'inCombinations' | 'inRoles' | 'sections'>('practice_summary', {
      clubId: key,
      studentId: key,
      itemId: slugKey,
      days: whole,
      lastDay: { type: T.DATEONLY },
      layer: whole,
      workMs: bigWhole('workMs'),
      holdingMs: bigWhole('holdingMs'),
      repsL: whole,
      repsR: whole,
      repsN: whole,
      received: whole,
      inCombinations: none,
      inRoles: none,
      sections: { type: T.TEXT },
      mark: maybeText,
    }),
  }
}
