import { redirect } from "next/navigation";
import { guarded } from "./guarded.tsx";

/** Whoever brews begins with what is to be brewed; others with what is to be found out. */
export default guarded("see", async (_props, { person }) =>
  redirect(person.role === "barista" ? "/shift" : "/scale"),
);
