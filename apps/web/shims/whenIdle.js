/**
 * Rows of a list are made, and interactions come to their end, when the browser is idle. After a page was turned Chromium
 * at times tells nobody any more that it is: what waits is done soon in any case, or a list would stay at its first rows.
 */
const AT_LATEST = 500;

const { requestIdleCallback, setTimeout } = globalThis;

module.exports = (work) =>
  requestIdleCallback ? requestIdleCallback(work, { timeout: AT_LATEST }) : setTimeout(work, 1);
module.exports.default = module.exports;
