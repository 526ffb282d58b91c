/** The log: what was really brewed. */
export { Log, type LogQuery } from "./log.tsx";
