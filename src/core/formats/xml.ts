import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { failure, type Issue, type Result, success } from '../base';

/** An XML element with its children in document order. */
export interface XmlElement {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly XmlElement[];
  /** The element's own text, trimmed. */
  readonly text: string;
}

const parser = new XMLParser({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  parseTagValue: false,
  parseAttributeValue: false,
  // No entity is ever expanded: neither bombs nor outside files.
  processEntities: false,
});

/** What a parser says about an element may quote the whole file. */
const MOST_REASON_LETTERS = 100;

/** Parses well-formed XML. @returns the root element, or the line where the XML is broken. */
export function parseXml(text: string): Result<XmlElement> {
  const valid = XMLValidator.validate(text);
  if (valid !== true) return failure(brokenXml(valid.err.msg, `line ${valid.err.line} of the file`));
  try {
    const root = (parser.parse(text) as RawNode[])
      .map(toElement)
      .find((node) => node && !node.name.startsWith('?'));
    return root ? success(root) : failure({ code: 'no-xml', message: 'The file holds no XML element.' });
  } catch (error) {
    // Declared outside files, and nesting beyond what any music has.
    return failure(brokenXml(error instanceof RangeError ? 'it is nested too deeply' : String(error)));
  }
}

function brokenXml(reason: string, where?: string): Issue {
  const short = reason.replace(/^Error: |\.$/g, '').slice(0, MOST_REASON_LETTERS);
  return {
    code: 'broken-xml',
    message: `The XML is broken (${short}). Export the file again and bring it in once more.`,
    ...(where !== undefined && { where }),
  };
}

type RawNode = { readonly [name: string]: RawNode[] | string | Record<string, string> };

function toElement(raw: RawNode): XmlElement | undefined {
  const name = Object.keys(raw).find((key) => key !== ':@' && key !== '#text');
  if (name === undefined) return undefined;
  const inside = raw[name] as RawNode[];
  return {
    name,
    attributes: (raw[':@'] as Record<string, string> | undefined) ?? {},
    children: inside.map(toElement).filter((child) => child !== undefined),
    text: decodeEntities(
      inside
        .map((node) => node['#text'])
        .filter((part) => typeof part === 'string')
        .join('')
        .trim(),
    ),
  };
}

const NAMED_ENTITIES: Readonly<Record<string, string>> = { lt: '<', gt: '>', amp: '&', quot: '"', apos: "'" };

function decodeEntities(text: string): string {
  return text.replace(/&(?:#(\d{1,7})|#x([0-9a-f]{1,6})|(\w+));/gi, (whole, decimal, hex, named) => {
    if (named) return NAMED_ENTITIES[named] ?? whole;
    const code = decimal ? Number(decimal) : Number.parseInt(hex, 16);
    return code <= 0x10ffff ? String.fromCodePoint(code) : whole;
  });
}

export function maybeChild(element: XmlElement | undefined, name: string): XmlElement | undefined {
  return element?.children.find((child) => child.name === name);
}

export function childrenNamed(element: XmlElement | undefined, name: string): readonly XmlElement[] {
  return element?.children.filter((child) => child.name === name) ?? [];
}

/** Text at the end of a path of element names; undefined when any of them is missing. */
export function maybeText(element: XmlElement | undefined, ...path: readonly string[]): string | undefined {
  let at = element;
  for (const name of path) at = maybeChild(at, name);
  return at?.text;
}

/** Whole number at the end of a path; undefined when it is missing or not a whole number. */
export function maybeInteger(
  element: XmlElement | undefined,
  ...path: readonly string[]
): number | undefined {
  const text = maybeText(element, ...path);
  return text !== undefined && /^[+-]?\d{1,9}$/.test(text) ? Number(text) : undefined;
}

/** Text made safe for an XML attribute or element. */
export function escapeXml(text: string): string {
  return text.replace(/[<>&"']/g, (sign) => `&#${sign.charCodeAt(0)};`);
}
