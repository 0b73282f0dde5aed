export { GET } from '../../../chats/[id]/live/route.ts'
