/** Pictures of an open manuscript: read from where they are kept, shown, and kept when they are new. */
import type { Node } from 'prosemirror-model';
import { assetFromData, assetToData, isAssetId, type Asset } from '$lib/core/manuscript';
import { getAsset, namedPictures, putAsset } from '$lib/data/assets';

/** How long a picture that could not be kept waits, in milliseconds. */
const AGAIN = 3000;

export class AssetViews {
	private readonly loaded = new Map<string, Promise<Asset | null>>();
	private readonly urls = new Map<string, string>();
	/** Pictures as data, for the clipboard; only those that were shown. */
	private readonly data = new Map<string, string>();
	private ending = false;

	/**
	 * @param onTrouble told once of a picture that cannot be kept; it is tried again until it is
	 * @param onKeeping told of each that is on its way to the storage
	 */
	constructor(
		private readonly onTrouble: (e: unknown) => void,
		private readonly onKeeping: (done: Promise<void>) => void
	) {}

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
		this.onKeeping(this.store(a));
	}

	/** Until there is room: the picture is in the page all the while. */
	private async store(a: Asset): Promise<void> {
		for (let told = false; ; told = true) {
			try {
				await putAsset(a);
				return;
			} catch (e) {
				if (this.ending) throw e;
				if (!told) this.onTrouble(e);
				await new Promise((again) => setTimeout(again, AGAIN));
			}
		}
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

	/** What cannot be kept now is given up, and said. */
	stopTrying(): void {
		this.ending = true;
	}

	end(): void {
		for (const url of this.urls.values()) URL.revokeObjectURL(url);
		this.urls.clear();
	}
}
