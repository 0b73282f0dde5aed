export { POST } from '../../texts/reports/route.ts'
