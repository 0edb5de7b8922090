<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

/**
 * A made-up cutting's foot, to be drawn and graded: how large its callus, how far its roots reach. What stage it shows
 * follows from its shape alone, by the same rule as in the house.
 */
final class Specimen
{
    /** A root as long as this reaches the wall of the cell; longer, it leaves by the hole. */
    public const WALL = 1.0;

    /**
     * @param float                                                     $callus 0 none … 1 as wide as the stem twice
     * @param list<array{
     *     from: float, side: int, length: float, bend: float,
     * }> $roots  from: along the buried stem, 0 foot … 1 top; length in cells, the wall at 1
     * @param float                                                     $mat    how thick roots lie inside the cell, 0 … 1
     * @param float                                                     $brown  the share of the foot that has rotted
     */
    private function __construct(
        public readonly float $lean,
        public readonly float $callus,
        public readonly array $roots,
        public readonly float $mat,
        public readonly float $brown,
        public readonly bool $wilted,
    ) {
    }

    /** A made-up foot of a cutting at this stage, drawn by chance among the many that one could see. */
    public static function showing(RootStage $stage, \Random\Randomizer $chance): self
    {
        $between = static fn (float $low, float $high) => $low + ($high - $low) * $chance->getInt(0, 1_000_000) / 1_000_000;
        $roots = static fn (int $least, int $most, float $low, float $high) => self::roots($chance->getInt($least, $most), $low, $high, $between);
        $longest = self::withLongest(...);
        [$callus, $found, $mat, $brown] = match ($stage) {
            RootStage::Nothing => [0.0, [], 0.0, 0.0],
            RootStage::Callus => [$between(0.35, 1.0), [], 0.0, 0.0],
            RootStage::Initials => [$between(0.2, 0.9), $roots(1, 5, 0.08, 0.8), 0.0, 0.0],
            RootStage::AtWall => [$between(0.1, 0.6), $longest($roots(3, 7, 0.3, 0.95), $between(1.0, 1.04)), 0.0, 0.0],
            RootStage::AtHole => [$between(0.0, 0.4), $longest($roots(5, 9, 0.6, 1.04), $between(1.15, 1.45)), $between(0.0, 0.35), 0.0],
            RootStage::RootBound => [0.0, $longest($roots(9, 13, 0.9, 1.5), $between(1.3, 1.6)), $between(0.7, 1.0), 0.0],
            RootStage::Dead => [$between(0.0, 0.6), $chance->getInt(0, 2) === 0 ? $roots(1, 3, 0.1, 0.5) : [], 0.0, $between(0.55, 1.0)],
        };

        return new self(
            round($between(-1.0, 1.0), 2),
            round($callus, 2),
            $found,
            round($mat, 2),
            round($brown, 2),
            $stage === RootStage::Dead || $chance->getInt(0, 9) === 0,
        );
    }

    /**
     * @param \Closure(float, float): float $between
     *
     * @return non-empty-list<array{from: float, side: int, length: float, bend: float}>
     */
    private static function roots(int $many, float $low, float $high, \Closure $between): array
    {
        $roots = [];
        do {
            $roots[] = [
                'from' => round($between(0.0, 0.7), 2), 'side' => count($roots) % 2 === 0 ? -1 : 1,
                'length' => round($between($low, $high), 2), 'bend' => round($between(-1.0, 1.0), 2),
            ];
        } while (count($roots) < $many);

        return $roots;
    }

    /**
     * @param non-empty-list<array{from: float, side: int, length: float, bend: float}> $few
     *
     * @return non-empty-list<array{from: float, side: int, length: float, bend: float}> the first of them this long
     */
    private static function withLongest(array $few, float $length): array
    {
        $few[0]['length'] = round($length, 2);

        return $few;
    }

    public function stage(): RootStage
    {
        $longest = $this->roots === [] ? 0.0 : max(array_column($this->roots, 'length'));

        return match (true) {
            $this->brown > 0.5 => RootStage::Dead,
            $this->mat > 0.5 => RootStage::RootBound,
            $longest > self::WALL + 0.1 => RootStage::AtHole,
            $longest >= self::WALL => RootStage::AtWall,
            $this->roots !== [] => RootStage::Initials,
            $this->callus > 0.0 => RootStage::Callus,
            default => RootStage::Nothing,
        };
    }

    /**
     * @return array{
     *     lean: float, callus: float, roots: list<array{from: float, side: int, length: float, bend: float}>, mat: float,
     *     brown: float, wilted: bool,
     * }
     */
    public function toArray(): array
    {
        return [
            'lean' => $this->lean, 'callus' => $this->callus, 'roots' => $this->roots, 'mat' => $this->mat, 'brown' => $this->brown,
            'wilted' => $this->wilted,
        ];
    }
}
