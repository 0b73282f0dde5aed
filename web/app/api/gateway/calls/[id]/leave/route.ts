export { POST } from '../../../chats/[id]/leave/route.ts'
