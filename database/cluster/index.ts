// A PostgreSQL of our own: made, started and stopped by our commands. Imports nothing of the project.
export { Cluster, ClusterError, findBinaries, reachableByOthers, type ClusterOptions } from './cluster.ts'
