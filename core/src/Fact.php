<?php

declare(strict_types=1);

namespace WetCradle\Core;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Numbers\Range;

/**
 * What is the case, by a key, and its figures by name. The core decides which fact holds; it writes no sentence. The sentence
 * of a key is written in one file outside of it, so that another language is another file.
 */
final class Fact
{
    /** @param array<string, int|float|string|\BackedEnum|\DateTimeImmutable|Week|Range|self|list<string>> $figures */
    private function __construct(public readonly string $key, public readonly array $figures)
    {
    }

    /**
     * @param string $key the folder of the trade and what is the case there: `stock.resting`
     * @param int|float|string|\BackedEnum|\DateTimeImmutable|Week|Range|self|list<string> ...$figures given by name; a range is
     *        one of °C only within `Fact::warmth`
     */
    public static function of(string $key, int|float|string|\BackedEnum|\DateTimeImmutable|Week|Range|self|array ...$figures): self
    {
        $named = [];
        foreach ($figures as $name => $figure) {
            $named[(string) $name] = $figure;
        }

        return new self($key, $named);
    }

    /** What was said already, as a fact of its own. */
    public static function said(string|self $said): self
    {
        return $said instanceof self ? $said : new self('said', ['words' => $said]);
    }

    /** As a sentence says it that goes on around it. */
    public static function within(string|self $said): self
    {
        return new self('within', ['said' => self::said($said)]);
    }

    /**
     * The same, with other figures.
     *
     * @param int|float|string|\BackedEnum|\DateTimeImmutable|Week|Range|self|list<string> ...$figures
     */
    public function with(int|float|string|\BackedEnum|\DateTimeImmutable|Week|Range|self|array ...$figures): self
    {
        return self::of($this->key, ...$figures + $this->figures);
    }

    /** A range of warmth, which a nursery may like told in °F. */
    public static function warmth(Range $celsius): self
    {
        return new self('warmth', ['range' => $celsius]);
    }

    /** One sentence after the other; a single one is itself, here and below. */
    public static function together(self ...$facts): self
    {
        return self::joined('together', $facts);
    }

    /** Parts of one sentence with a comma between them. */
    public static function listed(self ...$facts): self
    {
        return self::joined('listed', $facts);
    }

    /** Parts of one sentence with a semicolon between them. */
    public static function apart(self ...$facts): self
    {
        return self::joined('apart', $facts);
    }

    /** @param array<self> $facts */
    private static function joined(string $key, array $facts): self
    {
        $numbered = [];
        foreach (array_values($facts) as $i => $fact) {
            $numbered["part{$i}"] = $fact;
        }

        return count($numbered) === 1 ? $numbered['part0'] : new self($key, $numbered);
    }
}
