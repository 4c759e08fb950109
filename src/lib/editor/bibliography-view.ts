/** A list of sources in the sheet: an editable heading and entries nobody can type into. */
import type { Node } from 'prosemirror-model';
import type { NodeView } from 'prosemirror-view';
import type { BibliographyWords } from '$lib/core/citing';
import type { NodeViewContext } from './node-view-context';
import type { ShownBibliography } from './shown-bibliography';
import { inSlices } from './slices';

/** Entries from which on the list is drawn in parts: the first at once, the others after it. */
const MANY = 120;
/** Entries of a part. */
const PART = 40;

type Entry = NonNullable<BibliographyWords['groups']>[number]['entries'][number];
interface Part {
	/** A number for the group that the part belongs to. */
	group: number;
	title: string;
	entries: Entry[];
}

/** An entry as it is drawn, with what it was drawn from. */
interface Drawn {
	html: string;
	under: string;
	reason: string | undefined;
	el: HTMLElement;
}

/** Makes a list of elements the children of another, leaving those that are there in their place. */
function place(box: Element, kids: Element[]): void {
	kids.forEach((kid, i) => {
		if (box.children[i] !== kid) box.insertBefore(kid, box.children[i] ?? null);
	});
	while (box.children.length > kids.length) box.lastElementChild!.remove();
}

function element(tag: string, className: string, text = ''): HTMLElement {
	const el = document.createElement(tag);
	el.className = className;
	el.textContent = text;
	return el;
}

export class BibliographyView implements NodeView {
	readonly dom: HTMLElement;
	readonly contentDOM: HTMLElement;
	private readonly list: HTMLElement;
	private readonly note: HTMLElement;
	private shown: unknown[] = [];
	/** What is drawn, by group and source. */
	private drawn = new Map<string, Drawn>();
	private stop = () => {};

	constructor(
		private node: Node,
		private readonly context: NodeViewContext,
		private readonly getPos: () => number | undefined
	) {
		this.dom = element('section', 'bibliography');
		this.contentDOM = element('div', 'list-heading');
		this.list = element('div', 'entries');
		this.list.contentEditable = 'false';
		this.list.setAttribute('aria-label', 'Bibliography entries');
		this.note = element('p', 'list-note');
		this.note.contentEditable = 'false';
		this.dom.append(this.contentDOM, this.note, this.list);
		if (!context.readOnly) this.dom.append(this.settings());
		const entryOf = (e: Event) => (e.target as HTMLElement).closest<HTMLElement>('[data-entry]');
		const open = (e: Event) => {
			const entry = entryOf(e);
			if (!entry) return;
			e.preventDefault();
			context.openEntry(entry.dataset.entry!, entry);
		};
		this.list.addEventListener('click', open);
		this.list.addEventListener('keydown', (e) => {
			if (e.key === 'Enter' || e.key === ' ') open(e);
		});
		this.list.addEventListener('mouseover', (e) => context.lightUp(entryOf(e)?.dataset.entry ?? null));
		this.list.addEventListener('mouseleave', () => context.lightUp(null));
		context.nodeViews.bibliographies.add(this);
		this.refresh();
	}

	/** The way to what the list takes in and how it looks. */
	private settings(): HTMLElement {
		const box = element('div', 'list-set');
		box.contentEditable = 'false';
		const button = document.createElement('button');
		button.type = 'button';
		button.textContent = 'Bibliography options…';
		button.addEventListener('mousedown', (e) => e.preventDefault());
		button.addEventListener('click', () => this.context.openBibliography(this.node.attrs.id as string, button));
		box.append(button);
		return box;
	}

	refresh(): void {
		const shown = this.context.bibliographyOf(this.node, this.getPos() ?? 0);
		const { settings, groups, why } = shown;
		const part = settings.takes === 'section' ? (groups ?? []).flatMap((g) => g.entries.map((e) => e.id)) : [];
		const basis = [...this.context.bibliographyBasis(), this.node.attrs.settings, [...why.keys(), '', ...part].join()];
		if (basis.length === this.shown.length && basis.every((b, i) => b === this.shown[i])) return;
		this.shown = basis;
		this.dress(shown);
		this.fill(shown);
	}

	/** Look, note and role. */
	private dress({ settings, look, groups }: ShownBibliography): void {
		this.dom.style.cssText = `--hang:${look.hanging}in;--first:${look.firstLine}in;--lines:${look.lines};--after:${look.after}pt;`;
		for (const [name, on] of [
			['looks', settings.look !== 'style'],
			['centred', look.centred],
			['light', !look.bold],
			['own-page', look.ownPage],
			['sans', look.font === 'sans']
		] as const)
			this.dom.classList.toggle(name, on);
		this.note.textContent = settings.note;
		this.note.hidden = !settings.note;
		this.list.classList.toggle('hanging', look.hanging > 0);
		const numbered = Boolean(this.context.styleInfo()?.secondFieldAlign);
		this.list.classList.toggle('aligned', numbered && look.numbers === 'column');
		// a list without items is none
		this.list.setAttribute('role', groups?.some((g) => g.entries.length) ? 'list' : 'group');
	}

	/** Entries that are as they were stay; of a long list what comes after the first part is drawn when keys are heard. */
	private fill({ groups, why }: ShownBibliography): void {
		this.stop();
		const parts: Part[] = (groups ?? []).flatMap((g, group) =>
			Array.from({ length: Math.ceil(g.entries.length / PART) }, (_, i) => ({
				group,
				title: i ? '' : g.title,
				entries: g.entries.slice(i * PART, (i + 1) * PART)
			}))
		);
		const next: typeof this.drawn = new Map();
		const draw = (part: Part, i: number) => {
			const box = this.list.children[i] ?? this.list.appendChild(this.box());
			const kids = part.entries.map((e) => this.entry(`${part.group} ${e.id}`, e, why.get(e.id), next));
			place(box, part.title ? [element('p', 'list-group', part.title), ...kids] : kids);
		};
		const end = () => {
			this.drawn = next;
			while (this.list.children.length > Math.max(parts.length, 1)) this.list.lastElementChild!.remove();
		};
		const many = parts.reduce((n, p) => n + p.entries.length, 0) > MANY;
		this.dom.classList.toggle('many', many);
		if (!parts.length) {
			const words =
				groups === null
					? 'This style has no list of sources.'
					: this.context.entries()?.length
						? 'Nothing of what is cited belongs in this list.'
						: 'The sources you cite will be listed here.';
			place(this.list.firstElementChild ?? this.list.appendChild(this.box()), [element('p', 'none', words)]);
			end();
		} else if (many) {
			draw(parts[0], 0);
			this.stop = inSlices([...parts.entries()].slice(1), ([i, p]) => draw(p, i), end);
		} else {
			parts.forEach(draw);
			end();
		}
	}

	private box(): HTMLElement {
		const box = element('div', 'part');
		box.setAttribute('role', 'presentation');
		return box;
	}

	private entry(key: string, e: Entry, reason: string | undefined, next: typeof this.drawn): HTMLElement {
		const { html, under } = e;
		const known = this.drawn.get(key);
		const same = known?.html === html && known.under === under && known.reason === reason;
		const drawn = same ? known : { html, under, reason, el: this.newEntry(e, reason) };
		next.set(key, drawn);
		return drawn.el;
	}

	private newEntry(e: Entry, reason: string | undefined): HTMLElement {
		const el = element('div', 'entry');
		el.dataset.entry = e.id;
		el.setAttribute('role', 'listitem');
		el.setAttribute('tabindex', '0');
		el.innerHTML = e.html;
		for (const a of el.querySelectorAll('a')) a.tabIndex = -1;
		if (reason !== undefined) {
			const why = element('small', 'list-why', reason || 'further reading');
			why.title = 'Listed without being cited';
			el.append(why);
		}
		for (const p of e.under ? e.under.split(/\n+/) : []) el.append(element('p', 'under', p));
		return el;
	}

	update(node: Node): boolean {
		if (node.type !== this.node.type) return false;
		this.node = node;
		this.refresh();
		return true;
	}
	stopEvent(e: Event): boolean {
		return !this.contentDOM.contains(e.target as globalThis.Node);
	}
	ignoreMutation(m: { type: string; target: globalThis.Node }): boolean {
		return m.type !== 'selection' && !this.contentDOM.contains(m.target);
	}
	destroy(): void {
		this.stop();
		this.context.nodeViews.bibliographies.delete(this);
	}
}
