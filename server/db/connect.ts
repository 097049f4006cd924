import { Sequelize } from 'sequelize'
import { defineTables, type Tables } from './tables'

export interface ConnectionSettings {
  host: string
  port: number
  user: string
  password: string
  name: string
}

export interface Database {
  sequelize: Sequelize
  tables: Tables
}

/** Opens a pool on MariaDB in strict mode, in UTC, and defines the tables on it. */
export function connect(settings: ConnectionSettings): Database {
  const sequelize = new Sequelize(settings.name, settings.user, settings.password, {
    dialect: 'mariadb',
    host: settings.host,
    port: settings.port,
    logging: false,
    timezone: '+00:00',
    pool: { max: 8, min: 0, idle: 10_000 },
    define: { timestamps: false, underscored: true },
    dialectOptions: { connectTimeout: 5000 },
  })
  return { sequelize, tables: defineTables(sequelize) }
}
