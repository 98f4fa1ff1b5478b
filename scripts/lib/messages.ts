import { readdirSync, readFileSync } from "node:fs";
import ts from "typescript";

/** What the program says to a person when something cannot be taken, read from its sources. */

export type Found = {
  /** As it is kept, `{1}` where something is filled in. */
  readonly message: string;
  readonly file: string;
  readonly line: number;
};

/** Functions that say what was wrong and what to do, by where those two stand among what they are given. */
const SAYERS: Readonly<Record<string, readonly number[]>> = {
  refuse: [1, 2],
  reject: [1, 2],
  refused: [0, 1],
  wrong: [1, 2],
  problem: [1, 2],
  forbidden: [1, 2],
  wrongCode: [0],
};
/** A schema's own messages hold both halves. */
const HALVES = /^(\S.*?); ([a-z].*)$/;
/** Checks of what ships, which nobody but a developer is told. */
const ABOUT_SHIPPED = /core\/knowledge\/check\//;
const SCHEMA_CALLS = new Set(
  "typeError nonNullable defined required min max moreThan lessThan integer oneOf matches test length email url".split(
    " ",
  ),
);

const sources = (): string[] =>
  readdirSync("src", { recursive: true, encoding: "utf8" })
    .filter((name) => /\.tsx?$/.test(name) && !/\.test\.tsx?$/.test(name) && !ABOUT_SHIPPED.test(name))
    .map((name) => `src/${name}`)
    .toSorted();

const templateText = (node: ts.TemplateLiteral): string =>
  ts.isNoSubstitutionTemplateLiteral(node)
    ? node.text
    : node.templateSpans.reduce((text, { literal }, index) => `${text}{${index + 1}}${literal.text}`, node.head.text);

/** The parts of an expression that may be what is said. */
function parts(node: ts.Expression): ts.Expression[] {
  if (ts.isParenthesizedExpression(node)) return parts(node.expression);
  if (ts.isConditionalExpression(node)) return [...parts(node.whenTrue), ...parts(node.whenFalse)];
  if (ts.isBinaryExpression(node) && node.operatorToken.kind === ts.SyntaxKind.QuestionQuestionToken)
    return [...parts(node.left), ...parts(node.right)];
  return [node];
}

const property = (node: ts.ObjectLiteralExpression, name: string): ts.Expression | undefined =>
  node.properties.find(
    (one): one is ts.PropertyAssignment => ts.isPropertyAssignment(one) && one.name.getText() === name,
  )?.initializer;

/** What a node says, where it says something. */
function saidBy(node: ts.Node): readonly ts.Expression[] {
  if (ts.isCallExpression(node)) {
    const name = node.expression.getText();
    const at = Object.hasOwn(SAYERS, name) ? SAYERS[name]! : [];
    return at.flatMap((index) => (node.arguments[index] ? parts(node.arguments[index]) : []));
  }
  if (!ts.isObjectLiteralExpression(node)) return [];
  const [what, todo] = [property(node, "what"), property(node, "todo")];
  const hasBoth = node.properties.some(({ name }) => name?.getText() === "todo");
  return what && hasBoth ? [what, ...(todo ? [todo] : [])].flatMap(parts) : [];
}

/** What a schema's test says. */
function saidByTest(node: ts.Node): readonly ts.Expression[] {
  if (!ts.isCallExpression(node) || !ts.isPropertyAccessExpression(node.expression)) return [];
  return SCHEMA_CALLS.has(node.expression.name.text) ? node.arguments.flatMap(parts) : [];
}

const TAG = "phrase";
const textIn = (node: ts.Expression): string | null =>
  ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)
    ? node.text
    : ts.isTaggedTemplateExpression(node) && node.tag.getText() === TAG
      ? templateText(node.template)
      : null;

/**
 * Every message of the sources, and every one that is put together in place, so
 * that no other language could say it.
 */
export function messagesInSources(): { readonly found: readonly Found[]; readonly loose: readonly Found[] } {
  const [found, loose]: [Found[], Found[]] = [[], []];
  for (const file of sources()) {
    const text = readFileSync(file, "utf8");
    const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
    const lineOf = (node: ts.Node) => source.getLineAndCharacterOfPosition(node.getStart()).line + 1;
    const look = (node: ts.Node): void => {
      for (const one of saidBy(node)) {
        if (ts.isTemplateExpression(one)) loose.push({ message: templateText(one), file, line: lineOf(one) });
        const message = textIn(one);
        if (message) found.push({ message, file, line: lineOf(one) });
      }
      for (const one of saidByTest(node)) {
        const halves = HALVES.exec(ts.isTemplateExpression(one) ? templateText(one) : (textIn(one) ?? ""));
        if (!halves) continue;
        const [, what, todo] = halves as unknown as [string, string, string];
        if (ts.isTemplateExpression(one)) loose.push({ message: what, file, line: lineOf(one) });
        found.push({ message: what, file, line: lineOf(one) });
        found.push({ message: `${todo[0]!.toUpperCase()}${todo.slice(1)}.`, file, line: lineOf(one) });
      }
      ts.forEachChild(node, look);
    };
    look(source);
  }
  return { found, loose };
}

const cell = (text: string): string => text.replaceAll("|", "\\|");

/** The page of all that is said, one line for each. */
export function messagesPage(): string {
  const files = new Map<string, Set<string>>();
  for (const { message, file } of messagesInSources().found) {
    const there = files.get(message) ?? new Set<string>();
    files.set(message, there.add(file.replace(/^src\//, "")));
  }
  const lines = [...files]
    .toSorted(([a], [b]) => (a < b ? -1 : 1))
    .map(([message, where]) => `| ${cell(message)} | ${[...where].join(", ")} |`);
  return `# What is said when something cannot be taken

Written by \`npm run tables\` from the sources and kept true by a test. A problem is
data until it is worded: where it is, what is wrong and what to do, each by its
English words with \`{1}\` where something is filled in. Those words are the key
under which another language keeps its own (\`src/core/vocabulary/wordings.ts\`); the
server sends both (\`src/wire/problems.ts\`), and a screen, a joined device and the
terminal word the same problem each for its own reader.

| message | said by |
| --- | --- |
${lines.join("\n")}
`;
}
