/**
 * How big things may be. The server and the file reader refuse more than this before doing any work,
 * so that no input, however made, can exhaust memory or time.
 */
export const LIMITS = {
  /** Bytes in a plan file. */
  fileBytes: 8 * 1024 * 1024,
  /** Bytes in one request to the server. */
  requestBytes: 4 * 1024 * 1024,
  /** Changes in one batch. */
  batchChanges: 5_000,
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
  /** Layers in one group of a trench section. */
  layers: 12,
} as const;
