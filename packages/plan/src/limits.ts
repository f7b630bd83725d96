/**
 * How big things may be. The server and the file reader refuse more than this before doing any work,
 * so that no input, however made, can exhaust memory or time.
 */
export const LIMITS = {
  /** Bytes in a plan file. */
  fileBytes: 8 * 1024 * 1024,
  /**
   * Bytes of JSON in all things of a plan together. With what a file has around them it is no larger than a file may be,
   * so that what is kept can be saved, and what was saved can be opened.
   */
  planBytes: 7.5 * 1024 * 1024,
  /** Bytes of JSON in one thing of a kind that is not known here. */
  itemBytes: 512 * 1024,
  /** Bytes in one request to the server. */
  requestBytes: 4 * 1024 * 1024,
  /** Levels to which the JSON of a request may be nested. */
  requestDepth: 48,
  /** Objects and lists in the JSON of a request: as many as the shortest that mean anything, to its bytes. */
  requestParts: 200_000,
  /** Changes in one batch. */
  batchChanges: 5_000,
  /** Characters of JSON in a batch where many changes are parted into several: in any writing within a request. */
  batchLength: 1024 * 1024,
  /** Items in one plan. */
  planItems: 20_000,
  /** Characters in a name. */
  nameLength: 80,
  /** Ground breaks in one run. */
  breaks: 2_000,
  /** Stretches of a swale along one run. */
  cuts: 200,
  /** Stretches and nodes that a run tells it was split or joined from. */
  was: 1_000,
  /** Rules that a profile says something of. */
  rules: 200,
  /** Named profiles of a company. */
  profiles: 100,
  /** Trench sections that a company keeps beside its jobs. */
  sections: 200,
  /** Articles of one order. */
  purchaseLines: 500,
  /** Layers in one group of a trench section. */
  layers: 12,
} as const;
