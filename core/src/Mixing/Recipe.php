<?php

declare(strict_types=1);

namespace WetCradle\Core\Mixing;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** What a mix is made of, by parts of its volume. */
final class Recipe
{
    /** @param non-empty-list<array{name: string, parts: float}> $parts */
    private function __construct(public readonly array $parts)
    {
    }

    /**
     * @param list<array{name: string, parts: float}> $parts
     *
     * @throws Refused for `recipe` or another field that is wrong
     */
    public static function of(array $parts): self
    {
        if ($parts === []) {
            throw Refused::because('empty', 'recipe', Fact::of('refused.recipe.empty'));
        }
        foreach ($parts as $i => $part) {
            if (!is_finite($part['parts']) || $part['parts'] < 0.0) {
                throw Refused::because('negative', "recipe[{$i}].parts", Fact::of('refused.recipe.negative'));
            }
        }
        if (array_sum(array_column($parts, 'parts')) <= 0.0) {
            throw Refused::because('not_positive', 'recipe', Fact::of('refused.recipe.not_positive'));
        }

        return new self($parts);
    }

    /** As growers say it (`RecipeWords`); any other words are one part by that name. */
    public static function written(string $words): self
    {
        $words = trim((string) preg_replace('/\s+/u', ' ', $words));

        return new self(RecipeWords::read($words) ?? [['name' => $words, 'parts' => 1.0]]);
    }

    /** As `written` reads it: "perlite 2 : coir 1". */
    public function words(): string
    {
        return implode(' : ', array_map(static fn (array $part) => sprintf('%s %s', $part['name'], $part['parts']), $this->parts));
    }

    /** @return non-empty-list<array{name: string, litres: float}> this many litres, split by parts */
    public function split(float $litres): array
    {
        $all = array_sum(array_column($this->parts, 'parts'));

        return array_map(static fn (array $part) => ['name' => $part['name'], 'litres' => $litres * $part['parts'] / $all], $this->parts);
    }
}
