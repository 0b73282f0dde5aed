export { default } from '../not-found.tsx'
