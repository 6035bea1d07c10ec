<?php

declare(strict_types=1);

namespace App\Language;

use PhpParser\Node;
use PhpParser\Node\Expr;
use PhpParser\Node\Identifier;
use PhpParser\Node\InterpolatedStringPart;
use PhpParser\Node\Scalar\InterpolatedString;
use PhpParser\Node\Scalar\String_;
use PhpParser\NodeTraverser;
use PhpParser\NodeVisitor;
use PhpParser\NodeVisitorAbstract;

/** Collects the texts for people of one file; keys, patterns, names and comparisons are none. */
final class TextVisitor extends NodeVisitorAbstract
{
    /** What is given to these functions and methods is looked for, and said to nobody. */
    private const SILENT_FUNCTIONS = '/^(preg_\w+|unpack|pack|str_\w+_with|str_contains|str[ri]?pos|in_array|hash)$/';

    private const SILENT_METHODS = ['fields', 'has', 'unprepared'];

    /** A word, or words: no path, no pattern, no query, no code. */
    private const SPOKEN = '/^[\s,;:.("–·]*[\p{L}\d{][^\\\\|<>=$@#*]*$/u';

    /** Several words, or one with a capital. */
    private const SENTENCE_OR_LABEL = '/[\p{L}\d][,.;:]? |\p{L} .*[.?!]$|^\p{Lu}\p{Ll}+[.?!]?$/u';

    /** @var array<string, int> */
    private array $texts = [];

    /**
     * @return array<string, int> the line by text
     */
    public function texts(): array
    {
        return $this->texts;
    }

    public function enterNode(Node $node): ?int
    {
        if (self::isSilent($node)) {
            return NodeVisitor::DONT_TRAVERSE_CHILDREN;
        }
        if ($node instanceof Node\ArrayItem && !self::isNamed($node->key)) {
            $node->key = null;
        }
        if ($node instanceof Node\MatchArm) {
            $node->conds = null;
        }
        if (!self::isText($node)) {
            return null;
        }
        $places = new Places();
        $text = trim((string) preg_replace(MarkdownText::MARKS, '', $this->flat($node, $places)));
        if (self::isSpoken($text)) {
            $this->texts[$text] ??= $node->getStartLine();
        }
        foreach ($places->expressions as $value) {
            (new NodeTraverser($this))->traverse([$value]);
        }

        return NodeVisitor::DONT_TRAVERSE_CHILDREN;
    }

    private static function isText(Node $node): bool
    {
        return $node instanceof String_ || $node instanceof InterpolatedString || $node instanceof Expr\BinaryOp\Concat;
    }

    private function flat(Node $node, Places $places): string
    {
        return match (true) {
            $node instanceof String_, $node instanceof InterpolatedStringPart => $node->value,
            $node instanceof InterpolatedString => implode(
                '',
                array_map(fn(Node $part): string => $this->flat($part, $places), $node->parts),
            ),
            $node instanceof Expr\BinaryOp\Concat => $this->flat($node->left, $places) .
                $this->flat($node->right, $places),
            $node instanceof Expr => $places->of($node),
            default => '',
        };
    }

    private static function isSilent(Node $node): bool
    {
        return match (true) {
            $node instanceof Node\Attribute, $node instanceof Node\DeclareItem => true,
            $node instanceof Expr\BinaryOp\Identical, $node instanceof Expr\BinaryOp\NotIdentical => true,
            $node instanceof Expr\New_ => $node->class instanceof Node\Name &&
                $node->class->getLast() === 'LogicException',
            $node instanceof Expr\FuncCall => $node->name instanceof Node\Name &&
                preg_match(self::SILENT_FUNCTIONS, $node->name->toString()) === 1,
            $node instanceof Expr\MethodCall, $node instanceof Expr\StaticCall => $node->name instanceof Identifier &&
                in_array($node->name->name, self::SILENT_METHODS, true),
            default => false,
        };
    }

    /** Whether a key is the name of something that is shown by it. */
    private static function isNamed(?Expr $key): bool
    {
        return $key instanceof String_ && preg_match('/^\p{Lu}/u', $key->value) === 1;
    }

    private static function isSpoken(string $text): bool
    {
        $own = (string) preg_replace('/\{\w+\}/', '', $text);
        $filled = (string) preg_replace('/\{\w+\}/', 'x', $text);

        return preg_match(self::SPOKEN, $text) === 1 &&
            preg_match('/\p{L}{2}/u', $own) === 1 &&
            preg_match(self::SENTENCE_OR_LABEL, $filled) === 1;
    }
}
