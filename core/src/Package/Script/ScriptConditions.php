<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Script;

/**
 * What must be true for an update script to go on, however it is written: assert(…), "… || abort(…)", conditions with
 * an abort in one branch. Each is brought to the form in which it has to hold. A statement that makes no sense may be
 * one too.
 */
final class ScriptConditions
{
    private const CHOOSE = 'ifelse';

    /**
     * @param  list<ScriptCall>  $statements
     * @return \Generator<int, array{ScriptCall, string}> what has to hold, and the words of the abort, "" for none
     */
    public static function of(array $statements): \Generator
    {
        foreach ($statements as $call) {
            yield from match (true) {
                $call->name === ScriptFacts::ASSERT => self::each($call->arguments, ''),
                self::givesUp($call) => self::orAbort($call),
                in_array($call->name, ['if', self::CHOOSE], true) => self::branches($call),
                $call->name === ';' => self::of($call->arguments),
                $call->name === ScriptCall::UNREADABLE => [[$call, '']],
                default => [],
            };
        }
    }

    /** "condition, or stop". */
    private static function givesUp(ScriptCall $call): bool
    {
        return $call->name === '||' && self::abortWords($call->arguments[count($call->arguments) - 1]) !== null;
    }

    /**
     * @return \Generator<int, array{ScriptCall, string}>
     */
    private static function orAbort(ScriptCall $call): \Generator
    {
        $words = self::abortWords($call->arguments[count($call->arguments) - 1]) ?? '';
        $conditions = array_slice($call->arguments, 0, -1);
        yield from self::each([count($conditions) === 1 ? $conditions[0] : new ScriptCall('||', $conditions)], $words);
    }

    /**
     * @return \Generator<int, array{ScriptCall, string}>
     */
    private static function branches(ScriptCall $call): \Generator
    {
        $test = $call->arguments[0] ?? null;
        $then = $call->arguments[1] ?? null;
        $else = $call->arguments[2] ?? null;
        $whenTrue = $then === null ? null : self::abortWords($then);
        $whenFalse = $else === null ? null : self::abortWords($else);
        if ($test !== null && $whenTrue !== null) {
            yield from self::each([self::opposite($test)], $whenTrue);
        } elseif ($test !== null && $whenFalse !== null) {
            yield from self::each([$test], $whenFalse);
        }
        yield from self::of(array_values(array_filter([$then, $else])));
    }

    /**
     * The parts that all have to hold.
     *
     * @param  list<ScriptCall>  $conditions
     * @return \Generator<int, array{ScriptCall, string}>
     */
    private static function each(array $conditions, string $words): \Generator
    {
        foreach ($conditions as $condition) {
            if ($condition->name === '!') {
                $condition = self::opposite($condition->arguments[0]);
            }
            if ($condition->name === '&&') {
                yield from self::each($condition->arguments, $words);
            } elseif (self::givesUp($condition)) {
                yield from self::orAbort($condition);
            } else {
                yield [$condition, $words];
            }
        }
    }

    /** What holds where a condition does not. */
    public static function opposite(ScriptCall $call): ScriptCall
    {
        return match ($call->name) {
            '!' => $call->arguments[0],
            '==' => new ScriptCall('!=', $call->arguments),
            '!=' => new ScriptCall('==', $call->arguments),
            '&&' => new ScriptCall('||', array_map(self::opposite(...), $call->arguments)),
            '||' => new ScriptCall('&&', array_map(self::opposite(...), $call->arguments)),
            default => new ScriptCall('!', [$call]),
        };
    }

    /** The words with which a branch gives up; null where it does not. */
    private static function abortWords(ScriptCall $call): ?string
    {
        if ($call->name === ScriptFacts::ABORT) {
            return $call->argument(0) ?? '';
        }
        foreach ($call->name === ';' ? $call->arguments : [] as $statement) {
            $words = self::abortWords($statement);
            if ($words !== null) {
                return $words;
            }
        }

        return null;
    }
}
