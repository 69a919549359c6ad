/** A file that is imported as its text, as the build does it. */
module.exports = {
  process: (text) => ({ code: `exports.default = ${JSON.stringify(text)}; exports.__esModule = true;` }),
};
