// A PostgreSQL of our own: made, started, stopped, backed up and restored by our commands. Imports nothing of the project.
export { backup, restore } from './backup.ts'
export { Cluster, ClusterError, findBinaries, isAlive, reachableByOthers, type ClusterOptions } from './cluster.ts'
