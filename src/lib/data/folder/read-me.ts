/** What somebody finds who opens the folder without the program. */
export const READ_ME = `This folder is kept by Rapid Quill. It holds everything: your sources, your manuscripts and their pictures.

library.json    sources, bound works, styles you brought, choices (plain JSON, a record on a line)
manuscripts     one file for each manuscript (plain JSON, a paragraph on a line)
pictures        each picture once
history         dated copies: hourly for a day, daily for a month, weekly for a year
for reading     each manuscript as Markdown with cite keys, its sources as BibTeX, its pictures

To go on with this on another computer, let the folder be synchronised, or carry it there, and choose it in the
settings of Rapid Quill. What was written on both is put together; what cannot be is shown, and nothing is overwritten.

What you change under “for reading” by hand is not read; it is kept beside the next copy.
A file of library.json, manuscripts or history can also be restored from the settings, as any backup.
`;
