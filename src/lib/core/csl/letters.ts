/** Letters behind the year: a … z, aa, ab … */
export function letterFor(n: number): string {
	let s = '';
	n++;
	while (n > 0) {
		n--;
		s = String.fromCharCode(97 + (n % 26)) + s;
		n = Math.floor(n / 26);
	}
	return s;
}
