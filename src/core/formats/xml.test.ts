import {
  childrenNamed,
  escapeXml,
  maybeChild,
  maybeInteger,
  maybeText,
  parseXml,
  type XmlElement,
} from './xml';

function root(text: string): XmlElement {
  const parsed = parseXml(text);
  if (!parsed.ok) throw new Error(parsed.issues[0]!.message);
  return parsed.value;
}

test('children keep their order and attributes, and text is trimmed', () => {
  const element = root('<a><b n="1"/> <c> hi </c><b n="2"/></a>');
  expect(element.children.map((child) => child.name)).toEqual(['b', 'c', 'b']);
  expect(childrenNamed(element, 'b').map((b) => b.attributes.n)).toEqual(['1', '2']);
  expect(maybeChild(element, 'c')!.text).toBe('hi');
});

test('declarations, comments and doctypes are passed over', () => {
  expect(root('<?xml version="1.0"?><!DOCTYPE a><!-- hm --><a/>').name).toBe('a');
});

test.each([
  ['&lt;&amp;&gt;', '<&>'],
  ['&#233;', 'é'],
  ['&#x266D;', '♭'],
  ['&unknown;', '&unknown;'],
  ['&#x110000;', '&#x110000;'],
  ['AT&amp;T', 'AT&T'],
])('%s is read as %s', (written, read) => {
  expect(root(`<a>${written}</a>`).text).toBe(read);
});

test('paths end where an element is missing', () => {
  const element = root('<a><b><c>7</c><d>7.5</d><e>1e9</e></b></a>');
  expect(maybeText(element, 'b', 'c')).toBe('7');
  expect(maybeText(element, 'b', 'x', 'y')).toBeUndefined();
  expect(maybeInteger(element, 'b', 'c')).toBe(7);
  expect(maybeInteger(element, 'b', 'd')).toBeUndefined();
  expect(maybeInteger(element, 'b', 'e')).toBeUndefined();
});

test('broken XML names its line', () => {
  const parsed = parseXml('<a>\n<b>\n</a>');
  expect(parsed.ok ? '' : parsed.issues[0]!.where).toMatch(/^line \d of the file$/);
});

test('what is escaped is read back', () => {
  const nasty = `<b> & "c" 'd' ♯`;
  expect(root(`<a x="${escapeXml(nasty)}">${escapeXml(nasty)}</a>`).text).toBe(nasty);
});
