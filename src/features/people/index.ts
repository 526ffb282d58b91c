/** Who works here, their sign-ins, the house's tablets, tokens and network, and the trail of changes. */
export { Audit, type AuditLine } from "./audit.tsx";
export { Stations, Tokens } from "./keys.tsx";
export { Me } from "./me.tsx";
export { Network } from "./network.tsx";
export { People } from "./people.tsx";
export { SignIns } from "./signIns.tsx";
