/** A folder of the person's own for tests: one in the origin private file system, whose handles are those of real folders. */
const NAME = 'desk copies';

/** The window in which a folder is chosen, answered by a folder of that name. To be called before the page is opened. */
export const answerPicker = (page) =>
	page.addInitScript((name) => {
		Object.assign(window, {
			showDirectoryPicker: async () =>
				(await navigator.storage.getDirectory()).getDirectoryHandle(name, { create: true })
		});
	}, NAME);

/** Texts of all files in the folder, by their paths. */
export const filesIn = (page) =>
	page.evaluate(async (name) => {
		const out = {};
		// one that the app writes over while it is read is read anew, as any reader of a folder in use does
		const bytesOf = async (h) => {
			for (let left = 9; ; left--) {
				try {
					return await (await h.getFile()).arrayBuffer();
				} catch (e) {
					if (!left || e.name !== 'NotReadableError') throw e;
				}
			}
		};
		const walk = async (dir, path) => {
			for await (const [n, h] of dir.entries())
				if (h.kind === 'directory') await walk(h, `${path}${n}/`);
				else if (!n.endsWith('.crswap')) {
					// pictures come through whole as well
					const bytes = new Uint8Array(await bytesOf(h));
					out[path + n] = [...bytes].map((b) => String.fromCharCode(b)).join('');
				}
		};
		const root = await navigator.storage.getDirectory();
		await walk(await root.getDirectoryHandle(name, { create: true }), '');
		return out;
	}, NAME);

/** Brings files into the folder, as a synchronising service does. */
export const carryInto = (page, files) =>
	page.evaluate(
		async ({ name, files }) => {
			const root = await (await navigator.storage.getDirectory()).getDirectoryHandle(name, { create: true });
			for (const [path, text] of Object.entries(files)) {
				const parts = path.split('/');
				const last = parts.pop();
				let dir = root;
				for (const p of parts) dir = await dir.getDirectoryHandle(p, { create: true });
				const out = await (await dir.getFileHandle(last, { create: true })).createWritable();
				await out.write(Uint8Array.from(text, (c) => c.charCodeAt(0)));
				await out.close();
			}
		},
		{ name: NAME, files }
	);

/** The folder is taken away, as with a drive that is pulled out. */
export const takeAway = (page) =>
	page.evaluate(async (name) => (await navigator.storage.getDirectory()).removeEntry(name, { recursive: true }), NAME);
