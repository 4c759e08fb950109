/** Pictures of an open manuscript: read from where they are kept, shown, and kept when they are new. */
import type { Node } from 'prosemirror-model';
import { assetFromData, assetToData, isAssetId, type Asset } from '$lib/core/manuscript';
import { getAsset, namedPictures, putAsset } from '$lib/data/assets';

export class AssetViews {
	private readonly loaded = new Map<string, Promise<Asset | null>>();
	private readonly urls = new Map<string, string>();
	/** Pictures as data, for the clipboard; only those that were shown. */
	private readonly data = new Map<string, string>();
	/** Told when a picture could not be kept. */
	onTrouble: (e: unknown) => void = () => {};

	/** A document whose pictures are named; those that stood in it as data are kept. */
	named(doc: Node): Node {
		const out = namedPictures(doc);
		for (const a of out.assets) this.keep(a);
		return out.doc;
	}

	/** The name of a picture that comes as data, which is kept from now on; '' for none. */
	nameOf(picture: string): string {
		if (isAssetId(picture)) return picture;
		const asset = assetFromData(picture);
		if (asset) this.keep(asset);
		return asset?.id ?? '';
	}

	private keep(a: Asset): void {
		this.loaded.set(a.id, Promise.resolve(a));
		this.data.set(a.id, assetToData(a));
		putAsset(a).catch((e: unknown) => this.onTrouble(e));
	}

	private load(id: string): Promise<Asset | null> {
		let p = this.loaded.get(id);
		if (!p) {
			p = getAsset(id).then(
				(a) => {
					if (a) this.data.set(id, assetToData(a));
					return a ?? null;
				},
				() => null // shown as a picture that is not there; the next opening reads it again
			);
			this.loaded.set(id, p);
		}
		return p;
	}

	/** Shows a picture in an element, once it is read; says so where it is not there. */
	async show(id: string, img: HTMLImageElement): Promise<void> {
		const a = id ? await this.load(id) : null;
		img.classList.toggle('missing', !a);
		if (!a) {
			img.removeAttribute('src');
			return;
		}
		let url = this.urls.get(id);
		if (!url)
			this.urls.set(id, (url = URL.createObjectURL(new Blob([a.bytes as Uint8Array<ArrayBuffer>], { type: a.type }))));
		img.src = url;
	}

	/** The data address of a picture that was shown; '' otherwise. */
	dataOf(id: string): string {
		return this.data.get(id) ?? '';
	}

	end(): void {
		for (const url of this.urls.values()) URL.revokeObjectURL(url);
		this.urls.clear();
	}
}
