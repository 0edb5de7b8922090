<?php

declare(strict_types=1);

namespace WetCradle\Core\Mixing;

use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Whole;
use WetCradle\Core\Refused;

/** So much of a mix: what of each part, whole bags and barrows up and down, water to wet it, and what is short on the shelf. */
final class MixMade
{
    /** @param list<array{name: string, litres: float, part: ?MixPart}> $parts */
    private function __construct(public readonly Volume $wanted, public readonly Recipe $recipe, private readonly array $parts, public readonly Volume $barrow)
    {
    }

    /**
     * @param array<string, MixPart> $known by name
     *
     * @throws Refused for `barrow`
     */
    public static function of(Recipe $recipe, Volume $wanted, array $known, Volume $barrow): self
    {
        if ($barrow->ml <= 0.0) {
            throw Refused::because('not_positive', 'barrow', Fact::of('refused.mix_made.not_positive'));
        }

        return new self(
            $wanted,
            $recipe,
            array_map(static fn (array $share) => $share + ['part' => $known[$share['name']] ?? null], $recipe->split($wanted->in('l'))),
            $barrow,
        );
    }

    /**
     * What is opened so that it is enough.
     *
     * @return list<array{
     *     name: string, litres: float, bags: ?int, bagLitres: ?float, left: float, short: float,
     * }> `left` in the last bag, `short` against the stock; all litres
     */
    public function parts(): array
    {
        return array_map(static function (array $share): array {
            $bag = $share['part']?->bag?->in('l');
            $bags = $bag === null ? null : Whole::up($share['litres'] / $bag);

            return [
                'name' => $share['name'], 'litres' => $share['litres'], 'bags' => $bags, 'bagLitres' => $bag,
                'left' => $bags === null || $bag === null ? 0.0 : max(0.0, $bags * $bag - $share['litres']),
                'short' => $share['part'] === null ? 0.0 : max(0.0, $share['litres'] - $share['part']->stock->in('l')),
            ];
        }, $this->parts);
    }

    /** The most that whole bags make without opening one more than is needed: the part that runs out first binds. */
    public function fromWholeBags(): Volume
    {
        $most = $this->wanted->ml;
        foreach ($this->parts as $share) {
            $bag = $share['part']?->bag?->in('l');
            if ($bag !== null && $share['litres'] > 0.0) {
                $most = min($most, Whole::down($share['litres'] / $bag) * $bag / $share['litres'] * $this->wanted->ml);
            }
        }

        return Volume::of($most);
    }

    public function barrowsUp(): int
    {
        return Whole::up($this->wanted->ml / $this->barrow->ml);
    }

    public function barrowsDown(): int
    {
        return Whole::down($this->wanted->ml / $this->barrow->ml);
    }

    /** Water to wet it before it is filled, so that powder is not washed off and dust does not fly. */
    public function wetting(): Volume
    {
        return Volume::litres(
            array_sum(array_map(static fn (array $share) => $share['litres'] * ($share['part'] === null ? 0.0 : $share['part']->wetBy), $this->parts)),
        );
    }
}
