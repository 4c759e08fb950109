/** What is being read: the blocks that are done, and the line that is not. */
import { paragraph, type Align, type Block, type Inline, type Mark } from '../../../paper';
import { typeset } from './text';

export class Flow {
	readonly blocks: Block[] = [];
	marks: Mark[] = [];
	align: Align = '';
	private line: Inline[] = [];
	/** Signs that are not typeset yet, since quotation marks and dashes are made of several. */
	private signs = '';

	/** Signs as they stand in the file. */
	raw(text: string): void {
		this.signs += text;
	}
	/** Words as they print. */
	text(text: string, ...more: Mark[]): void {
		this.settle();
		if (text) this.line.push({ t: 'text', text, marks: [...this.marks, ...more] });
	}
	piece(i: Inline): void {
		this.settle();
		this.line.push(i);
	}
	/** Formatting for what follows. */
	mark(marks: Mark[]): void {
		this.settle();
		this.marks = marks;
	}
	private settle(): void {
		if (this.signs) this.line.push({ t: 'text', text: typeset(this.signs), marks: this.marks });
		this.signs = '';
	}

	/** Ends the paragraph. */
	end(): void {
		const content = this.take();
		if (content.length) this.blocks.push({ ...paragraph(content), align: this.align });
	}
	block(b: Block): void {
		this.end();
		this.blocks.push(b);
	}
	/** The line as it is until now. */
	take(): Inline[] {
		this.settle();
		const line = tidyLine(this.line);
		this.line = [];
		return line;
	}
}

/** A line with neighbours of one look joined, single spaces, and none around it or around its breaks. */
export function tidyLine(list: Inline[]): Inline[] {
	const out: Inline[] = [];
	for (const i of list) {
		const last = out.at(-1);
		if (i.t !== 'text') {
			if (i.t === 'break' && last?.t === 'text') out[out.length - 1] = { ...last, text: last.text.trimEnd() };
			out.push(i);
			continue;
		}
		let text = i.text.replace(/[ \t\n]+/g, ' ');
		const open = !last || last.t === 'break' || (last.t === 'text' && last.text.endsWith(' '));
		if (open) text = text.replace(/^ /, '');
		if (!text) continue;
		if (last?.t === 'text' && JSON.stringify(last.marks) === JSON.stringify(i.marks))
			out[out.length - 1] = { ...last, text: last.text + text };
		else out.push({ ...i, text });
	}
	while (out.length) {
		const last = out[out.length - 1];
		if (last.t === 'break') out.pop();
		else if (last.t === 'text' && !last.text.trim()) out.pop();
		else {
			if (last.t === 'text') out[out.length - 1] = { ...last, text: last.text.replace(/ +$/, '') };
			break;
		}
	}
	return out;
}
