/** Lets the dependency check see what $lib means. */
const path = require('node:path');
module.exports = {
	resolve: {
		alias: { $lib: path.resolve(__dirname, '../src/lib'), $demo: path.resolve(__dirname, '../demo') },
		extensions: ['.ts', '.js', '.svelte', '.json']
	}
};
