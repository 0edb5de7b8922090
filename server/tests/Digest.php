<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests;

/**
 * What many answers of one kind hold, in few lines: for each place in them how many values there are and what they come to.
 * A value that moves shows at its place; what it was is found by asking there.
 */
final class Digest
{
    /** More different words than these are told by their number and a mark. */
    private const FEW = 5;

    /** @var array<string, array<string, list<mixed>>> values by kind of answer and place in it */
    private array $held = [];

    public function take(string $kind, mixed $answer): void
    {
        $this->held[$kind] ??= [];
        $this->walk($kind, $answer, '');
    }

    public function text(): string
    {
        $lines = [];
        foreach ($this->held as $kind => $places) {
            $lines[] = $kind;
            foreach ($places as $place => $values) {
                $lines[] = '  '.($place === '' ? '(all)' : ltrim($place, '.')).': '.self::told($values);
            }
        }

        return implode("\n", $lines)."\n";
    }

    private function walk(string $kind, mixed $value, string $place): void
    {
        if (!is_array($value)) {
            $this->held[$kind][$place][] = $value;

            return;
        }
        if ($value === []) {
            $this->held[$kind][$place.'[]'][] = null;
        }
        foreach ($value as $key => $one) {
            // Lists, and maps by a code or an id, are one place for all that is in them.
            $this->walk($kind, $one, is_int($key) || preg_match('/^[A-Z]{1,4}-?\d|^[a-z]+-[a-z-]+$/', $key) === 1 ? $place.'[]' : $place.'.'.$key);
        }
    }

    /** @param list<mixed> $values */
    private static function told(array $values): string
    {
        $there = array_values(array_filter($values, static fn (mixed $v) => $v !== null));
        $none = count($values) - count($there);
        $mark = substr(hash('xxh32', (string) json_encode($values, JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION)), 0, 8);
        $said = match (true) {
            $there === [] => 'nothing',
            array_filter($there, is_bool(...)) === $there => sprintf('%d of %d', count(array_filter($there)), count($there)),
            array_filter($there, static fn (mixed $v) => is_int($v) || is_float($v)) === $there => sprintf(
                '%d, %s in all',
                count($there),
                round(array_sum($there), 4),
            ),
            default => self::words(array_map(strval(...), $there)),
        };

        return sprintf('%s%s #%s', $said, $none > 0 ? ", {$none} empty" : '', $mark);
    }

    /** @param list<string> $words */
    private static function words(array $words): string
    {
        $counts = array_count_values($words);
        if (count($counts) > self::FEW || max([0, ...array_map(mb_strlen(...), array_map(strval(...), array_keys($counts)))]) > 60) {
            return sprintf('%d, %d different', count($words), count($counts));
        }

        return implode(', ', array_map(static fn (string|int $word, int $n) => sprintf('%s ×%d', $word, $n), array_keys($counts), $counts));
    }
}
