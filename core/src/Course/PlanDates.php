<?php

declare(strict_types=1);

namespace WetCradle\Core\Course;

use WetCradle\Core\Calendar\DayGains;
use WetCradle\Core\Calendar\Need;
use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\CardinalTemperatures;

/**
 * A batch's days backwards from the day it is due, from growth: growing on by degree-days of the site's air, weaning by
 * days, rooting by thermal days at the bench's set-point, or at the air where it has none.
 */
final class PlanDates implements Calculation
{
    private function __construct(
        public readonly \DateTimeImmutable $stickOn,
        public readonly \DateTimeImmutable $weanOn,
        public readonly \DateTimeImmutable $potOn,
        public readonly \DateTimeImmutable $due,
    ) {
    }

    public static function name(): string
    {
        return 'plan_dates';
    }

    /**
     * @param Fields $in {due, monthlyMeans: twelve °C, growOn: {degreeDays, base}, weaningDays,
     *                   rooting: {tau, setPoint: °C or null, base, optimumLow, optimumHigh, ceiling}}
     *
     * @return array{potOn: string, weanOn: string, stickOn: string}
     *
     * @throws Refused for `monthlyMeans`
     */
    public static function compute(Fields $in): array
    {
        $means = $in->numbers('monthlyMeans', -60, 60, 12);
        if (count($means) !== 12) {
            throw $in->refuse('wrong_length', 'monthlyMeans', Fact::of('refused.plan_dates.wrong_length'));
        }
        $growOn = $in->object('growOn');
        $rooting = $in->object('rooting');
        [$base, $low, $high, $ceiling] = array_map(
            static fn (string $name) => $rooting->number($name, -60, 80),
            ['base', 'optimumLow', 'optimumHigh', 'ceiling'],
        );
        $dates = self::backwards(
            $in->day('due'),
            SiteAir::of($means),
            $growOn->number('degreeDays', 0, 100_000),
            $growOn->number('base', -60, 60),
            $in->count('weaningDays', 0, 1500),
            $rooting->number('tau', 0, 10_000),
            $rooting->here(static fn () => CardinalTemperatures::of($base, $low, $high, $ceiling)),
            $rooting->isNull('setPoint') ? null : $rooting->number('setPoint', -60, 80),
        );
        foreach ([$growOn, $rooting, $in] as $read) {
            $read->done();
        }

        return ['potOn' => $dates->potOn->format('Y-m-d'), 'weanOn' => $dates->weanOn->format('Y-m-d'), 'stickOn' => $dates->stickOn->format('Y-m-d')];
    }

    /**
     * @param float  $degreeDays above the base, from the day it is potted to the day before it is due
     * @param float  $tau        thermal days from the day it is stuck to the day before weaning
     * @param ?float $setPoint   of the bench, °C; null where it stands in the site's own air
     *
     * @throws Refused for `growOn.degreeDays`
     */
    public static function backwards(
        \DateTimeImmutable $due,
        SiteAir $air,
        float $degreeDays,
        float $growBase,
        int $weaningDays,
        float $tau,
        CardinalTemperatures $cardinal,
        ?float $setPoint,
    ): self {
        try {
            $potOn = $degreeDays > 0.0 ? GrowingOn::degreeDays($degreeDays, $growBase, $air)->potBy($due) : $due;
        } catch (Refused $refused) {
            throw $refused->at('growOn.degreeDays');
        }
        $weanOn = $potOn->sub(new \DateInterval(sprintf('P%dD', $weaningDays)));
        $rooting = Need::of(
            $tau,
            DayGains::by(static fn (int $day) => $cardinal->progressAt($setPoint ?? $air->onNumber($day))),
            'rooting.tau',
            $setPoint === null ? Fact::of('dates.never_rooted', thermalDays: $tau) : Fact::of('dates.never_rooted_at', at: $setPoint, thermalDays: $tau),
        );

        return new self($rooting->startBy($weanOn), $weanOn, $potOn, $due);
    }
}
