import { Sequelize } from 'sequelize'
import { defineTables, type Tables } from './tables'

export interface ConnectionSettings {
  host: string
  port: number
  user: string
  password: string
  name: string
  /** Ms a caller waits for a connection; commands wait longer than a page may. */
  waitMs?: number
  /** Seconds that one statement may take; 0 for as long as it takes (migrations, loading). */
  statementSec?: number
}

/** How long a request waits for a connection before it is told that the server is busy. */
const MOST_WAIT_MS = 6000
const MOST_STATEMENT_SEC = 15

export interface Database {
  sequelize: Sequelize
  tables: Tables
}

/** Opens a pool on MariaDB in strict mode, in UTC, at READ COMMITTED, and defines the tables on it. */
export function connect(settings: ConnectionSettings): Database {
  const sequelize = new Sequelize(settings.name, settings.user, settings.password, {
    dialect: 'mariadb',
    host: settings.host,
    port: settings.port,
    logging: false,
    timezone: '+00:00',
    pool: { max: 10, min: 0, idle: 10_000, acquire: settings.waitMs ?? MOST_WAIT_MS },
    define: { timestamps: false, underscored: true },
    dialectOptions: {
      connectTimeout: 5000,
      // Set as a connection is opened, so that no transaction has to say it.
      initSql: ['SET SESSION TRANSACTION ISOLATION LEVEL READ COMMITTED'],
      sessionVariables: {
        innodb_lock_wait_timeout: 5,
        max_statement_time: settings.statementSec ?? MOST_STATEMENT_SEC,
        idle_transaction_timeout: 10,
        // Lists that the database writes as JSON.
        group_concat_max_len: 8_000_000,
      },
    },
  })
  return { sequelize, tables: defineTables(sequelize) }
}
