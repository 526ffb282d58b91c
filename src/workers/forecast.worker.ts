import { expose } from "comlink";
import { breathing } from "./breathe.ts";
import { createForecaster } from "./forecaster.ts";

expose(createForecaster(breathing()));
