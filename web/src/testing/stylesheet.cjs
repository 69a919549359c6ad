// A class of a stylesheet is called as in the sheet.
module.exports = new Proxy({}, { get: (_, name) => (name === '__esModule' ? false : String(name)) });
