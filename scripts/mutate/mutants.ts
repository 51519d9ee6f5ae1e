/** Small changes to a source that a test should notice, found in its syntax tree. */
import ts from 'typescript';

export interface Mutant {
	file: string;
	/** From 1. */
	line: number;
	kind:
		'boundary' | 'comparison' | 'arithmetic' | 'logic' | 'constant' | 'boolean' | 'negation' | 'statement';
	from: number;
	to: number;
	before: string;
	after: string;
}

type Change = Pick<Mutant, 'kind' | 'from' | 'to' | 'after'>;

const OPERATORS: Partial<Record<ts.SyntaxKind, [Mutant['kind'], string][]>> = {
	[ts.SyntaxKind.LessThanToken]: [
		['boundary', '<='],
		['comparison', '>=']
	],
	[ts.SyntaxKind.LessThanEqualsToken]: [
		['boundary', '<'],
		['comparison', '>']
	],
	[ts.SyntaxKind.GreaterThanToken]: [
		['boundary', '>='],
		['comparison', '<=']
	],
	[ts.SyntaxKind.GreaterThanEqualsToken]: [
		['boundary', '>'],
		['comparison', '<']
	],
	[ts.SyntaxKind.EqualsEqualsEqualsToken]: [['comparison', '!==']],
	[ts.SyntaxKind.ExclamationEqualsEqualsToken]: [['comparison', '===']],
	[ts.SyntaxKind.PlusToken]: [['arithmetic', '-']],
	[ts.SyntaxKind.MinusToken]: [['arithmetic', '+']],
	[ts.SyntaxKind.AsteriskToken]: [['arithmetic', '/']],
	[ts.SyntaxKind.SlashToken]: [['arithmetic', '*']],
	[ts.SyntaxKind.AmpersandAmpersandToken]: [['logic', '||']],
	[ts.SyntaxKind.BarBarToken]: [['logic', '&&']]
};

const isText = (node: ts.Node): boolean =>
	ts.isStringLiteralLike(node) ||
	ts.isTemplateExpression(node) ||
	(ts.isBinaryExpression(node) && (isText(node.left) || isText(node.right)));

/** Smaller figures are tolerances of a comparison, in no unit a person could see. */
const TOLERANCE = 1e-5;

/** A figure that is another one: whole ones by one, others by a tenth. */
function otherNumber(text: string): string {
	const value = Number(text.replace(/_/g, ''));
	return String(Number.isInteger(value) ? value + 1 : Number((value * 1.1).toPrecision(6)));
}

const isTolerance = (node: ts.Node): boolean =>
	ts.isNumericLiteral(node) && Number(node.text) > 0 && Number(node.text) < TOLERANCE;

/** Beside a tolerance nobody could see whether the very edge counts. */
const hasTolerance = (node: ts.Node): boolean =>
	ts.isBinaryExpression(node) &&
	(isTolerance(node.right) || isTolerance(node.left) || hasTolerance(node.left) || hasTolerance(node.right));

const isOne = (node: ts.Node): boolean => ts.isNumericLiteral(node) && node.text === '1';
const isOneOrMinusOne = (node: ts.Node): boolean =>
	isOne(node) || (ts.isPrefixUnaryExpression(node) && isOne(node.operand));

/** Which of two comes first is told by a sign: how large it is tells nothing. */
function isSign(node: ts.Node): boolean {
	if (!isOne(node)) return false;
	const branch = ts.isPrefixUnaryExpression(node.parent) ? node.parent : node;
	const choice = branch.parent;
	return (
		ts.isConditionalExpression(choice) &&
		isOneOrMinusOne(choice.whenTrue) &&
		isOneOrMinusOne(choice.whenFalse)
	);
}

function changesOf(node: ts.Node, source: ts.SourceFile): Change[] {
	const at = (n: ts.Node) => ({ from: n.getStart(source), to: n.getEnd() });
	if (ts.isBinaryExpression(node)) {
		const { operatorToken } = node;
		if (operatorToken.kind === ts.SyntaxKind.PlusToken && isText(node)) return [];
		const kinds = (OPERATORS[operatorToken.kind] ?? []).filter(
			([kind]) => kind !== 'boundary' || !(hasTolerance(node.left) || hasTolerance(node.right))
		);
		return kinds.map(([kind, after]) => ({
			kind,
			after,
			...at(operatorToken)
		}));
	}
	// What only keeps rounding away is as good a tenth larger.
	if (isTolerance(node) || isSign(node)) return [];
	if (ts.isNumericLiteral(node)) return [{ kind: 'constant', after: otherNumber(node.text), ...at(node) }];
	if (node.kind === ts.SyntaxKind.TrueKeyword) return [{ kind: 'boolean', after: 'false', ...at(node) }];
	if (node.kind === ts.SyntaxKind.FalseKeyword) return [{ kind: 'boolean', after: 'true', ...at(node) }];
	if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken)
		return [{ kind: 'negation', after: node.operand.getText(source), ...at(node) }];
	if (ts.isExpressionStatement(node)) return [{ kind: 'statement', after: ';', ...at(node) }];
	return [];
}

/** Types say nothing at run time, and what is imported is somebody else's. */
const passedOver = (node: ts.Node): boolean =>
	ts.isTypeNode(node) ||
	ts.isInterfaceDeclaration(node) ||
	ts.isTypeAliasDeclaration(node) ||
	ts.isImportDeclaration(node);

/** Every mutant of a source, in the order of its text. */
export function mutantsOf(file: string, text: string): Mutant[] {
	const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true, ts.ScriptKind.TS);
	const found: Mutant[] = [];
	const visit = (node: ts.Node): void => {
		if (passedOver(node)) return;
		for (const change of changesOf(node, source))
			found.push({
				file,
				line: source.getLineAndCharacterOfPosition(change.from).line + 1,
				before: text.slice(change.from, change.to),
				...change
			});
		ts.forEachChild(node, visit);
	};
	visit(source);
	return found;
}

export const mutated = (text: string, m: Mutant): string =>
	text.slice(0, m.from) + m.after + text.slice(m.to);
