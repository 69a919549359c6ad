// The package as it is built: by its condition “source”, under which this project's own packages are found, it would be TypeScript.
module.exports = require('../../../node_modules/eventsource-parser/dist/stream.cjs');
