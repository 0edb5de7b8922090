<?php

declare(strict_types=1);

namespace WetCradle\Core\Mixing;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** What can be measured of what was reckoned: both rounded to the marks there are, and the strength that this makes. */
final class Poured
{
    /** Millilitres between the marks of what one measures with: a small syringe, a pipette, a cylinder, a jug, a bucket. */
    private const MARKS = [[5.0, 0.1], [25.0, 0.5], [100.0, 1.0], [500.0, 5.0], [2000.0, 10.0], [10_000.0, 50.0], [INF, 100.0]];

    private function __construct(public readonly Volume $stock, public readonly Volume $water, public readonly Strength $strength, public readonly float $error)
    {
    }

    /**
     * @param Strength $stock of what is poured
     *
     * @return self `error` is by what share of it the strength is off, above 0 where it is stronger
     *
     * @throws Refused for `finalMl`
     */
    public static function of(Dilution $dilution, Strength $stock): self
    {
        $part = self::nearest($dilution->stock);
        $water = self::nearest($dilution->water);
        if ($part->ml <= 0.0) {
            throw Refused::because(
                'too_little',
                'finalMl',
                Fact::of('mixing.too_little', ml: round($dilution->stock->ml, 3)),
            );
        }
        $exact = $stock->ppm * $dilution->stock->ml / ($dilution->stock->ml + $dilution->water->ml);
        $made = Strength::of($stock->ppm * $part->ml / ($part->ml + $water->ml));

        return new self($part, $water, $made, $made->ppm / $exact - 1.0);
    }

    /** The nearest amount that there is a mark for. */
    public static function nearest(Volume $volume): Volume
    {
        foreach (self::MARKS as [$upTo, $step]) {
            if ($volume->ml < $upTo) {
                return Volume::of(round(round($volume->ml / $step) * $step, 6));
            }
        }

        return $volume;
    }

    /** @return array{stockMl: float, waterMl: float, ppm: float, error: float} */
    public function toArray(): array
    {
        return ['stockMl' => $this->stock->ml, 'waterMl' => $this->water->ml, 'ppm' => $this->strength->ppm, 'error' => $this->error];
    }
}
