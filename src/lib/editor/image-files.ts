/** Pictures from files, as they come by a form, by paste or by drop. */
import type { EditorView } from 'prosemirror-view';
import { closeHistory } from 'prosemirror-history';
import type { NodeViewContext } from './node-view-context';
import { insertFigure } from './insertions';

export const PICTURES = 'image/png,image/jpeg,image/gif,image/webp,image/svg+xml';
/** Larger ones make manuscripts that no browser keeps well. */
const LARGEST = 20_000_000;
/** Drawings are kept as they look at twice their size. */
const SCALE = 2;
const WIDEST = 2400;

/** In words for the person. */
export class PictureError extends Error {}

const asData = (blob: Blob): Promise<string> =>
	new Promise((ok, fail) => {
		const reader = new FileReader();
		reader.onload = () => ok(String(reader.result));
		reader.onerror = () => fail(new PictureError('The picture could not be read from the disk.'));
		reader.readAsDataURL(blob);
	});

/** @throws PictureError where the bytes are no picture that the browser shows */
async function sizeOf(data: string, name: string): Promise<HTMLImageElement> {
	const img = new Image();
	img.src = data;
	try {
		await img.decode();
	} catch (e) {
		throw new PictureError(`“${name}” is not a picture that can be shown. Nothing was put in.`, { cause: e });
	}
	return img;
}

/** A drawing as a picture: a file of SVG can run things and fetch things, a picture cannot. */
async function drawn(file: File): Promise<string> {
	const img = await sizeOf(await asData(file), file.name);
	const natural = img.naturalWidth || 600;
	const width = Math.min(WIDEST, natural * SCALE);
	const canvas = document.createElement('canvas');
	canvas.width = Math.round(width);
	canvas.height = Math.round((width * (img.naturalHeight || 400)) / natural);
	canvas.getContext('2d')!.drawImage(img, 0, 0, canvas.width, canvas.height);
	return canvas.toDataURL('image/png');
}

/**
 * A file as the data address of a picture.
 * @throws PictureError with a sentence for the person
 */
export async function pictureOf(file: File): Promise<string> {
	if (file.size > LARGEST)
		throw new PictureError(
			`“${file.name}” has ${Math.round(file.size / 1e6)} MB; a picture may have 20. Nothing was put in.`
		);
	if (file.type === 'image/svg+xml') return drawn(file);
	if (!PICTURES.split(',').includes(file.type))
		throw new PictureError(`“${file.name}” is no PNG, JPEG, GIF, WebP or SVG. Nothing was put in.`);
	const data = await asData(file);
	await sizeOf(data, file.name);
	return data;
}

/** Puts pictures in where the caret is, one after another. */
export async function putPictures(view: EditorView, files: File[], context: NodeViewContext): Promise<void> {
	for (const file of files) {
		let data: string;
		try {
			data = await pictureOf(file);
		} catch (e) {
			if (!(e instanceof PictureError)) throw e;
			context.say(e.message);
			return;
		}
		const now = context.view ?? view;
		if (now.isDestroyed || context.readOnly) return;
		insertFigure(context.assets.nameOf(data), '')(now.state, (tr) => now.dispatch(closeHistory(tr)));
	}
	context.say(files.length === 1 ? 'Double-click the picture to describe it.' : '');
}
