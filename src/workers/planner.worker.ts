import { expose } from "comlink";
import { breathing } from "./breathe.ts";
import { createPlanner } from "./planner.ts";

expose(createPlanner(breathing()));
