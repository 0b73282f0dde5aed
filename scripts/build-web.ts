import { buildWeb } from './build.ts'

buildWeb()
