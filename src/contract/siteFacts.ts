/** Facts of a site's equipment that move a brew; undefined where one is not known. */
export interface SiteFacts {
  readonly boilsC: number;
  readonly waterTempC: number;
  readonly bedDepthMm: number | undefined;
  readonly retentionGPerG: number;
  readonly drag: number;
  /** How fast its spray gives, on average; undefined for a hand. */
  readonly sprayGPerS: number | undefined;
  readonly grindUm: number | undefined;
  readonly permeability: number;
  /** Approved batches that teach its dial. */
  readonly lessons: number;
}
