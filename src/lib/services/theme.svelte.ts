/** Light or dark, as the person or the system has it. app.html sets it before anything is drawn. */
export type Theme = 'system' | 'light' | 'dark';

const KEY = 'theme';
const isTheme = (v: unknown): v is Theme => v === 'light' || v === 'dark';

class ThemeChoice {
	/** What was chosen. */
	choice = $state<Theme>('system');
	/** What is shown. */
	dark = $state(false);
	private readonly system = window.matchMedia('(prefers-color-scheme: dark)');
	private readonly blocked = document.documentElement.dataset.storage === 'blocked';

	constructor() {
		const kept = this.blocked ? null : localStorage.getItem(KEY);
		this.choice = isTheme(kept) ? kept : 'system';
		this.dark = document.documentElement.classList.contains('dark');
		this.system.addEventListener('change', () => this.show());
	}

	set(choice: Theme): void {
		this.choice = choice;
		if (!this.blocked) {
			if (choice === 'system') localStorage.removeItem(KEY);
			else localStorage.setItem(KEY, choice);
		}
		this.show();
	}

	private show(): void {
		this.dark = this.choice === 'dark' || (this.choice === 'system' && this.system.matches);
		document.documentElement.classList.toggle('dark', this.dark);
	}
}

export const theme = new ThemeChoice();
