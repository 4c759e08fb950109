/** Languages there are terms for, by their names: the shipped locale files. */
const LOCALES =
	'af-ZA ar bg-BG ca-AD cs-CZ cy-GB da-DK de-AT de-CH de-DE el-GR en-GB en-US es-CL es-ES es-MX et-EE eu fa-IR fi-FI fr-CA fr-FR gl-ES he-IL hi-IN hr-HR hu-HU id-ID is-IS it-IT ja-JP km-KH ko-KR la lt-LT lv-LV mn-MN nb-NO nl-NL nn-NO pa-PK pl-PL pt-BR pt-PT ro-RO ru-RU sk-SK sl-SI sr-RS sv-SE th-TH tr-TR uk-UA vi-VN zh-CN zh-TW'.split(
		' '
	);
const names = new Intl.DisplayNames(['en'], { type: 'language' });

export const LANGUAGES = LOCALES.map((lang) => ({ lang, name: names.of(lang) ?? lang })).sort((a, b) =>
	a.name.localeCompare(b.name, 'en')
);
