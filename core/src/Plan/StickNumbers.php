<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Crops\Setting;
use WetCradle\Core\Crops\Trays;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Rates\InWords;
use WetCradle\Core\Rates\StickCount;

/**
 * The number to stick, two ways: `simple` (wanted ÷ yield) and for a chosen chance, each in whole trays,
 * with what the difference buys.
 *
 * @phpstan-type Numbers array{stick: int, chance: float, trays: int, inTrays: int, roundingAdds: int, chanceInTrays: float}
 */
final class StickNumbers
{
    /** What is asked beyond this of one batch that does not fail, no number of cuttings gives. */
    public const MOST_OF_ONE = 0.99;

    private function __construct(
        private readonly int $wanted,
        private readonly float $confidence,
        private readonly int $cells,
        private readonly int $each,
        private readonly StickCount $count,
        private readonly int $forChance,
        private readonly float $fails,
    ) {
    }

    /**
     * @param non-empty-list<Beta> $stages rooting, potting, growing on
     * @param float                $fails  the chance that a batch fails as a whole, which no number of cuttings can buy off
     * @param int                  $cells  plants that a tray can give
     * @param int                  $each   cuttings that make one plant; the stages are the plant's
     */
    public static function forGood(int $wanted, array $stages, float $confidence, int $cells, int $each = 1, float $fails = 0.0): self
    {
        $count = StickCount::forGood($wanted, $stages);

        return new self($wanted, $confidence, $cells, $each, $count, $count->fewestFor(min(self::MOST_OF_ONE, $confidence / (1.0 - $fails)))[0], $fails);
    }

    /** Whether so high a chance is more than one batch can give, however large: it may fail as a whole. */
    public static function isBeyondOne(float $confidence, float $fails): bool
    {
        return $confidence > self::MOST_OF_ONE * (1.0 - $fails);
    }

    /** What a planner is told to stick: the chosen chance, in whole trays. */
    public function stick(): int
    {
        return $this->each * Trays::toHold($this->forChance, $this->cells)->hold();
    }

    /** The chance of enough good plants when this many trays are filled. */
    public function chanceWith(int $trays): float
    {
        return (1.0 - $this->fails) * $this->count->chanceOf(Trays::of($trays, $this->cells)->hold());
    }

    /** The chance of enough good plants of this many cuttings, where the last tray is not filled. */
    public function chanceOf(int $cuttings): float
    {
        return (1.0 - $this->fails) * $this->count->chanceOf(Setting::plantsOf($cuttings, $this->each));
    }

    /**
     * @return array{
     *     expectedYield: float, confidence: float, simple: Numbers, chosen: Numbers,
     *     buys: array{moreCuttings: int, moreTrays: int, chanceFrom: float, chanceTo: float, words: Fact},
     * }
     */
    public function toArray(): array
    {
        $simple = $this->way($this->count->simple());
        $chosen = $this->way($this->forChance);
        $more = $chosen['inTrays'] - $simple['inTrays'];

        return [
            'expectedYield' => $this->count->yield->mean(),
            'confidence' => $this->confidence,
            'simple' => $simple,
            'chosen' => $chosen,
            'buys' => [
                'moreCuttings' => $more,
                'moreTrays' => $chosen['trays'] - $simple['trays'],
                'chanceFrom' => $simple['chanceInTrays'],
                'chanceTo' => $chosen['chanceInTrays'],
                'words' => $this->buysInWords($more, $simple, $chosen),
            ],
        ];
    }

    /** @return Numbers in holes and trays, and the chance they give */
    private function way(int $holes): array
    {
        $trays = Trays::toHold($holes, $this->cells);

        return [
            'stick' => $this->each * $holes,
            'chance' => (1.0 - $this->fails) * $this->count->chanceOf($holes),
            'trays' => $trays->number,
            'inTrays' => $this->each * $trays->hold(),
            'roundingAdds' => $this->each * ($trays->hold() - $holes),
            'chanceInTrays' => (1.0 - $this->fails) * $this->count->chanceOf($trays->hold()),
        ];
    }

    /**
     * @param Numbers $simple
     * @param Numbers $chosen
     */
    private function buysInWords(int $more, array $simple, array $chosen): Fact
    {
        if ($more <= 0) {
            return Fact::of('stick.whole_trays', cuttings: $chosen['inTrays'], chance: InWords::chance($chosen['chanceInTrays']), wanted: $this->wanted);
        }

        return Fact::of(
            'stick.more',
            more: $more,
            trays: $chosen['trays'] - $simple['trays'],
            from: InWords::chance($simple['chanceInTrays']),
            wanted: $this->wanted,
            to: InWords::chance($chosen['chanceInTrays']),
        );
    }
}
