<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Refused;

/** How it is watered while it roots: the regime, the mist levels it stands, and what changes later. */
final class Water
{
    /** @param list<string> $steps */
    private function __construct(public readonly Regime $regime, public readonly Range $mist, public readonly array $steps)
    {
    }

    /**
     * @param Fields $in {regime, mist: [low, high] of 0 to 3, steps: list of text}
     *
     * @throws Refused for `mist`
     */
    public static function read(Fields $in): self
    {
        $mist = $in->range('mist', 0, 3);
        $water = new self($in->choice('regime', Regime::class), $mist, $in->texts('steps', 10));
        $in->done();
        if (floor($mist->low) !== $mist->low || floor($mist->high) !== $mist->high) {
            throw $in->refuse('not_whole', 'mist', Fact::of('refused.water.not_whole'));
        }
        if ($water->regime !== Regime::Mist && $mist->high > 1.0) {
            throw $in->refuse('out_of_range', 'mist', Fact::of('refused.water.out_of_range'));
        }
        if ($water->regime === Regime::Ground && $mist->high > 0.0) {
            throw $in->refuse('out_of_range', 'mist', Fact::of('refused.water.no_mist_outdoors'));
        }
        if ($water->regime === Regime::Mist && $mist->high < 1.0) {
            throw $in->refuse('out_of_range', 'mist', Fact::of('refused.water.out_of_range_mist'));
        }

        return $water;
    }

    /** Whether its mother plant waters it: it is not cut from it before it has roots. */
    public function isOnMother(): bool
    {
        return $this->regime === Regime::Mother;
    }

    /** The same on the mother plant: nothing mists it there. */
    public function onMother(): self
    {
        return new self(Regime::Mother, Range::of(0, 0), $this->steps);
    }

    /** @return array{regime: string, mist: array{int, int}, steps: list<string>} */
    public function toArray(): array
    {
        return ['regime' => $this->regime->value, 'mist' => [(int) $this->mist->low, (int) $this->mist->high], 'steps' => $this->steps];
    }
}
