<?php

declare(strict_types=1);

namespace App\Language;

use PhpParser\Node;
use PhpParser\Node\Expr;
use PhpParser\Node\Scalar\String_;
use PhpParser\PrettyPrinter\Standard;

/** Names the places of a text by what is put in there, each once. */
final class Places
{
    private const NAMELESS = 'value';

    /** @var array<string, Expr> by name */
    public array $expressions = [];

    /** @var array<string, string> as it is written, by name: the same value has one place */
    private array $code = [];

    /** The place of a value, with braces around its name. */
    public function of(Expr $value): string
    {
        $name = self::name($value);
        $known = [$name, self::owner($value) . ucfirst($name)];
        for ($number = 2; $number < 9; $number++) {
            $known[] = "{$name}{$number}";
        }
        $code = (new Standard())->prettyPrintExpr($value);
        foreach ($known as $one) {
            if (($this->code[$one] ?? $code) === $code) {
                $this->code[$one] = $code;
                $this->expressions[$one] = $value;

                return "{{$one}}";
            }
        }

        return '{value}';
    }

    private static function name(Node $value): string
    {
        return match (true) {
            $value instanceof Expr\Variable => is_string($value->name) ? $value->name : self::NAMELESS,
            $value instanceof Expr\ArrayDimFetch => self::ofKey($value),
            $value instanceof Expr\ClassConstFetch => self::camel(self::word($value->name)),
            $value instanceof Expr\PropertyFetch,
            $value instanceof Expr\NullsafePropertyFetch,
            $value instanceof Expr\MethodCall,
            $value instanceof Expr\NullsafeMethodCall
                => self::ofMember($value->var, self::word($value->name)),
            $value instanceof Expr\StaticCall => self::ofArguments($value, self::word($value->name)),
            $value instanceof Expr\FuncCall => self::ofArguments($value, self::NAMELESS),
            $value instanceof Expr\Ternary => self::ofFirst($value->if, $value->else, $value->cond),
            $value instanceof Expr\BinaryOp\Concat => self::ofFirst($value->left, $value->right),
            $value instanceof Expr\BinaryOp => self::name($value->left),
            $value instanceof Expr\BooleanNot => self::name($value->expr),
            $value instanceof Expr\Cast => self::name($value->expr),
            $value instanceof Expr\Match_ => self::name($value->cond),
            default => self::NAMELESS,
        };
    }

    /** The first of them that has a name. */
    private static function ofFirst(?Node ...$values): string
    {
        foreach ($values as $value) {
            $name = $value === null ? self::NAMELESS : self::name($value);
            if ($name !== self::NAMELESS) {
                return $name;
            }
        }

        return self::NAMELESS;
    }

    private static function ofKey(Expr\ArrayDimFetch $value): string
    {
        return $value->dim instanceof String_ ? self::camel($value->dim->value) : self::name($value->var);
    }

    /** A function says what its first argument is that has a name; a list is given to some of them last. */
    private static function ofArguments(Expr\CallLike $call, string $otherwise): string
    {
        $given = [];
        foreach ($call->isFirstClassCallable() ? [] : $call->getArgs() as $argument) {
            $given[] = $argument->value;
        }
        $name = self::ofFirst(...$given);

        return $name === self::NAMELESS ? $otherwise : $name;
    }

    /** What says nothing by itself is named by what it belongs to: `$slot->value` is the slot. */
    private static function ofMember(Node $owner, string $name): string
    {
        $plain = in_array($name, ['value', 'label', 'word', 'words', 'named', 'text', 'read'], true);
        $by = self::owner($owner);

        return $plain && $by !== '' ? $by : $name;
    }

    private static function owner(Node $value): string
    {
        return match (true) {
            $value instanceof Expr\Variable && is_string($value->name) && $value->name !== 'this' => $value->name,
            $value instanceof Expr\PropertyFetch && $value->name instanceof Node\Identifier => $value->name->name,
            $value instanceof Expr\MethodCall && $value->name instanceof Node\Identifier => $value->name->name,
            default => '',
        };
    }

    private static function word(Node $name): string
    {
        return $name instanceof Node\Identifier ? $name->name : self::NAMELESS;
    }

    private static function camel(string $name): string
    {
        $isName = preg_match('/^\w+$/', $name) === 1;

        return $isName ? lcfirst(str_replace('_', '', ucwords(strtolower($name), '_'))) : self::NAMELESS;
    }
}
