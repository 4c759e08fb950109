/** What commands of TeX stand for in plain text (LaTeX 2e, Companion 2nd ed., chs. 7 and 8; from memory). */

/** Accents by their command: a combining mark behind the letter. */
export const ACCENT: Record<string, string> = {
	'`': '\u0300',
	"'": '\u0301',
	'^': '\u0302',
	'~': '\u0303',
	'=': '\u0304',
	u: '\u0306',
	'.': '\u0307',
	'"': '\u0308',
	h: '\u0309',
	r: '\u030a',
	H: '\u030b',
	v: '\u030c',
	G: '\u030f',
	f: '\u0311',
	d: '\u0323',
	c: '\u0327',
	k: '\u0328',
	b: '\u0331',
	t: '\u0361',
	// of formulas
	grave: '\u0300',
	acute: '\u0301',
	hat: '\u0302',
	widehat: '\u0302',
	tilde: '\u0303',
	widetilde: '\u0303',
	bar: '\u0304',
	overline: '\u0305',
	breve: '\u0306',
	dot: '\u0307',
	ddot: '\u0308',
	check: '\u030c',
	vec: '\u20d7'
};

const table = (rows: string): Record<string, string> =>
	Object.fromEntries(
		rows
			.trim()
			.split(/\s+/)
			.map((pair) => {
				const at = pair.indexOf('=');
				return [pair.slice(0, at), pair.slice(at + 1)];
			})
	);

/** Letters and signs that are one command. */
export const SYMBOL: Record<string, string> = {
	...table(`
		ss=ß SS=ẞ ae=æ AE=Æ oe=œ OE=Œ aa=å AA=Å o=ø O=Ø l=ł L=Ł i=ı j=ȷ dh=ð DH=Ð dj=đ DJ=Đ th=þ TH=Þ ng=ŋ NG=Ŋ ij=ĳ IJ=Ĳ
		ldots=… dots=… textellipsis=… cdots=⋯ textendash=– textemdash=— ndash=– mdash=— hyphen=- slash=/ nobreakdash=-
		bibrangedash=– textquoteleft=‘ textquoteright=’ textquotedblleft=“ textquotedblright=” lq=‘ rq=’ textquotesingle='
		textquotedbl=" dq=" glq=‚ grq=‘ glqq=„ grqq=“ flq=‹ frq=› flqq=« frqq=» quotesinglbase=‚ quotedblbase=„
		guillemotleft=« guillemotright=» guilsinglleft=‹ guilsinglright=› pounds=£ textsterling=£ euro=€ texteuro=€ EUR=€
		textyen=¥ textcent=¢ textdollar=$ copyright=© textcopyright=© textregistered=® texttrademark=™ S=§ textsection=§
		P=¶ textparagraph=¶ textdegree=° degree=° celsius=°C textasciitilde=~ textasciicircum=^ textbackslash=\\ backslash=\\
		textbar=| textless=< textgreater=> textunderscore=_ textbraceleft={ textbraceright=} lbrace={ rbrace=} lbrack=[
		rbrack=] textbullet=• textperiodcentered=· textexclamdown=¡ textquestiondown=¿ textordfeminine=ª textordmasculine=º
		textonehalf=½ textonequarter=¼ textnumero=№ No=No. no=no. dag=† ddag=‡ dagger=† ddagger=‡ checkmark=✓
		alpha=α beta=β gamma=γ delta=δ epsilon=ϵ varepsilon=ε zeta=ζ eta=η theta=θ vartheta=ϑ iota=ι kappa=κ lambda=λ mu=μ
		nu=ν xi=ξ pi=π varpi=ϖ rho=ρ varrho=ϱ sigma=σ varsigma=ς tau=τ upsilon=υ phi=ϕ varphi=φ chi=χ psi=ψ omega=ω
		Alpha=Α Beta=Β Gamma=Γ Delta=Δ Epsilon=Ε Zeta=Ζ Eta=Η Theta=Θ Iota=Ι Kappa=Κ Lambda=Λ Mu=Μ Nu=Ν Xi=Ξ Pi=Π Rho=Ρ
		Sigma=Σ Tau=Τ Upsilon=Υ Phi=Φ Chi=Χ Psi=Ψ Omega=Ω textmu=µ textalpha=α textbeta=β textgamma=γ
		times=× texttimes=× div=÷ pm=± mp=∓ textpm=± cdot=· ast=∗ star=⋆ circ=° bullet=• leq=≤ le=≤ geq=≥ ge=≥ neq=≠ ne=≠
		ll=≪ gg=≫ approx=≈ sim=∼ simeq=≃ cong=≅ equiv=≡ propto=∝ infty=∞ partial=∂ nabla=∇ ell=ℓ hbar=ℏ Re=ℜ Im=ℑ aleph=ℵ
		to=→ rightarrow=→ longrightarrow=→ leftarrow=← leftrightarrow=↔ Rightarrow=⇒ Leftarrow=⇐ Leftrightarrow=⇔ mapsto=↦
		uparrow=↑ downarrow=↓ in=∈ notin=∉ ni=∋ subset=⊂ subseteq=⊆ supset=⊃ supseteq=⊇ cup=∪ cap=∩ setminus=∖ emptyset=∅
		varnothing=∅ forall=∀ exists=∃ neg=¬ lnot=¬ land=∧ wedge=∧ lor=∨ vee=∨ oplus=⊕ otimes=⊗ perp=⊥ parallel=∥ mid=|
		vert=| lvert=| rvert=| Vert=‖ langle=⟨ rangle=⟩ lfloor=⌊ rfloor=⌋ lceil=⌈ rceil=⌉ sum=∑ prod=∏ int=∫ oint=∮ prime=′
		colon=: lt=< gt=> textsubscriptzero=₀ TeX=TeX LaTeX=LaTeX LaTeXe=LaTeX2ε BibTeX=BibTeX eTeX=ε-TeX XeTeX=XeTeX
		XeLaTeX=XeLaTeX LuaTeX=LuaTeX LuaLaTeX=LuaLaTeX pdfTeX=pdfTeX pdfLaTeX=pdfLaTeX AmSTeX=AMS-TeX AMSTeX=AMS-TeX
		AmSLaTeX=AMS-LaTeX AMSLaTeX=AMS-LaTeX AmS=AMS AMS=AMS SLiTeX=SliTeX PiCTeX=PiCTeX MF=METAFONT MP=METAPOST TUB=TUGboat
	`),
	// journals of astronomy (AASTeX, "Reference citations"; from memory)
	...Object.fromEntries(
		`aj=The Astronomical Journal|apj=The Astrophysical Journal|apjl=The Astrophysical Journal Letters
		apjs=The Astrophysical Journal Supplement Series|aap=Astronomy & Astrophysics|aaps=Astronomy & Astrophysics Supplement Series
		aapr=The Astronomy and Astrophysics Review|araa=Annual Review of Astronomy and Astrophysics
		baas=Bulletin of the American Astronomical Society|mnras=Monthly Notices of the Royal Astronomical Society
		memras=Memoirs of the Royal Astronomical Society|pasp=Publications of the Astronomical Society of the Pacific
		pasj=Publications of the Astronomical Society of Japan|pasa=Publications of the Astronomical Society of Australia
		apss=Astrophysics and Space Science|rmxaa=Revista Mexicana de Astronomía y Astrofísica|solphys=Solar Physics
		nat=Nature|prl=Physical Review Letters|prd=Physical Review D|pra=Physical Review A|prb=Physical Review B
		prc=Physical Review C|pre=Physical Review E|physrep=Physics Reports|planss=Planetary and Space Science
		ssr=Space Science Reviews|jcap=Journal of Cosmology and Astroparticle Physics|icarus=Icarus|ao=Applied Optics
		procspie=Proceedings of the SPIE|jgr=Journal of Geophysical Research|grl=Geophysical Research Letters
		qjras=Quarterly Journal of the Royal Astronomical Society|sovast=Soviet Astronomy|actaa=Acta Astronomica`
			.split(/[|\n]\s*/)
			.map((row) => row.split('=') as [string, string])
	),
	// a space of some width
	thinspace: ' ',
	enspace: ' ',
	quad: ' ',
	qquad: ' ',
	space: ' ',
	newblock: ' ',
	newline: ' ',
	linebreak: ' ',
	par: ' ',
	nobreakspace: '\u00a0',
	bibinitdelim: ' '
};

const words = (s: string) => new Set(s.trim().split(/\s+/));

/** Names of functions, set upright in formulas. */
export const FUNCTION = words(`
	arccos arcsin arctan arg cos cosh cot coth csc deg det dim exp gcd hom inf ker lg lim liminf limsup ln log max min mod
	bmod Pr sec sin sinh sup tan tanh
`);

/** Commands whose argument stands alone: fonts that plain text has not, boxes, references. */
export const INNER = words(`
	textrm texttt textsf textup textnormal textmd textlf mathrm mathbf mathit mathsf mathtt mathcal mathscr mathfrak
	mathnormal operatorname text mbox hbox fbox makebox underline uline boldsymbol bm pmb textlatin
	bibnamefont bibfnamefont natexlab url nolinkurl path cite citet citep citealp textcite parencite singleletter
	mathop mathbin mathrel mathord acro ac lowercase MakeLowercase Greek textgreek
`);

/** Commands that print nothing and take no argument: switches of font and size, places where a line may end. */
export const SILENT = words(`
	it em bf sc rm tt sl sf cal itshape bfseries scshape upshape slshape mdseries rmfamily ttfamily sffamily normalfont
	tiny scriptsize footnotesize small normalsize large Large LARGE huge Huge relax nobreak allowbreak break nolinebreak
	pagebreak nopagebreak noindent left right big Big bigg Bigg bigl bigr Bigl Bigr displaystyle textstyle scriptstyle
	limits nolimits bgroup egroup begingroup endgroup frenchspacing sloppy unskip ignorespaces centering selectfont
	hfill hfil strut null xspace rmdefault protect
`);

/** Commands whose argument is not printed. */
export const HIDDEN = words(`
	noopsort SortNoop nosort sortkey label index phantom hphantom vphantom vspace hspace color textcolor selectlanguage
	language fontfamily fontseries fontshape
`);

/** Letters of the sets of numbers. */
export const BLACKBOARD: Record<string, string> = table('C=ℂ H=ℍ N=ℕ P=ℙ Q=ℚ R=ℝ Z=ℤ');

/** Commands that put a mark on either side of their argument. */
export const AROUND: Record<string, [string, string]> = {
	enquote: ['“', '”'],
	mkbibquote: ['“', '”'],
	textquote: ['“', '”'],
	mkbibparens: ['(', ')'],
	mkbibbrackets: ['[', ']'],
	textit: ['<i>', '</i>'],
	emph: ['<i>', '</i>'],
	textsl: ['<i>', '</i>'],
	mkbibemph: ['<i>', '</i>'],
	mkbibitalic: ['<i>', '</i>'],
	textbf: ['<b>', '</b>'],
	mkbibbold: ['<b>', '</b>'],
	textsuperscript: ['<sup>', '</sup>'],
	mkbibsuperscript: ['<sup>', '</sup>'],
	textsubscript: ['<sub>', '</sub>'],
	textsc: ['<sc>', '</sc>'],
	sqrt: ['√', '']
};
