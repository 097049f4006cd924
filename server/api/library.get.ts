import { clubRoute } from '../http/club-route'
import { library } from '../services/library'

export default clubRoute(async ({ club }) => library(club))
