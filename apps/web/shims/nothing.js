/** In place of what the app never asks for. */
module.exports = {};
