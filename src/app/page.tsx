import { redirect } from "next/navigation";
import { guarded } from "./guarded.tsx";

export default guarded("see", async () => redirect("/scale"));
