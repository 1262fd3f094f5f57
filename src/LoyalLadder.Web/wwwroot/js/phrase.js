// What the interface says, in the language of its page. Scripts are written in English; another language's words come as a module.
export const language = globalThis.document?.documentElement.lang.slice(0, 2) || 'en';

/** @type {Record<string, string>} */
const words = language === 'en' ? {} : await import(`/words/${language}.js`).then(m => m.default).catch(() => ({}));

/** The phrase as its reader says it, its holes '{0}', '{1}' filled. */
export const phrase = (english, ...holes) =>
  (words[english] ?? english).replace(/\{(\d)\}/g, (_, n) => String(holes[n]));
