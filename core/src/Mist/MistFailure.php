<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;

/** How long there is when no mist comes any more: until the film on the leaf is gone, and until the leaf has lost the water that it can spare. */
final class MistFailure implements Calculation
{
    /** For so long it is followed; what holds three days is in no hurry. */
    private const MINUTES = 3 * MistDay::MINUTES;

    /**
     * @param ?int $filmGoneAfter minutes; null where it is still there after three days
     * @param ?int $wiltingAfter  minutes; null where the leaf has not wilted by then
     */
    private function __construct(public readonly ?int $filmGoneAfter, public readonly ?int $wiltingAfter)
    {
    }

    public static function name(): string
    {
        return 'mist_failure';
    }

    /**
     * @param Fields $in {hours: 24 of {air, humidity, netRadiation, wind}, startMinute, filmMm, leafWaterMm, leafShare}
     *
     * @return array{filmGoneAfter: ?int, wiltingAfter: ?int} minutes after startMinute
     */
    public static function compute(Fields $in): array
    {
        $failure = self::from(
            AirHour::day($in),
            $in->count('startMinute', 0, MistDay::MINUTES - 1),
            $in->positive('filmMm', 100),
            $in->positive('leafWaterMm', 100),
            $in->number('leafShare', 0, 1),
        );
        $in->done();

        return ['filmGoneAfter' => $failure->filmGoneAfter, 'wiltingAfter' => $failure->wiltingAfter];
    }

    /**
     * The same day comes again after midnight.
     *
     * @param non-empty-list<AirHour> $hours
     * @param float                   $filmMm      on the leaf when the mist fails
     * @param float                   $leafWaterMm that a leaf can lose before it wilts
     * @param float                   $leafShare   of what a wet leaf loses that one without a film does
     */
    public static function from(array $hours, int $startMinute, float $filmMm, float $leafWaterMm, float $leafShare): self
    {
        $loses = array_map(static fn (AirHour $hour) => $hour->evaporation() / 60.0, $hours);
        [$film, $water] = [$filmMm, $leafWaterMm];
        $gone = $film <= MistDay::DRY ? 0 : null;
        for ($minute = 1; $minute <= self::MINUTES; ++$minute) {
            $lost = $loses[intdiv($startMinute + $minute - 1, 60) % AirHour::IN_A_DAY];
            if ($gone === null) {
                $film -= $lost;
                $gone = $film <= MistDay::DRY ? $minute : null;
                continue;
            }
            $water -= $leafShare * $lost;
            if ($water <= MistDay::DRY) {
                return new self($gone, $minute);
            }
        }

        return new self($gone, null);
    }
}
