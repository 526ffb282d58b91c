/** Who works here, their sign-ins, the house's tablets, tokens and network, the trail of changes, and work under way. */
export { Audit } from "./audit.tsx";
export { Jobs } from "./jobs.tsx";
export { Me } from "./me.tsx";
export { PeoplePlace } from "./place.tsx";
