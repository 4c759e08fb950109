/** The manuscript worked on last, for views that show sources in its style. */
class LastManuscript {
	id = $state('');
	note(id: string): void {
		this.id = id;
	}
}
export const citedElsewhere = new LastManuscript();
