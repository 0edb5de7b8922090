<?php

declare(strict_types=1);

namespace WetCradle\Core\Potting;

use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Crops\Potting;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;

/**
 * What a lot of pots goes through until it is ready, with the day of each: out of the shade, fed once roots are there, set
 * apart, through the winter where its kind can stand, hardened off in steps, ready. Days are defaults; what is done is ticked.
 */
final class GrowOnSteps
{
    /** @return list<array{kind: StepKind, on: \DateTimeImmutable, words: Fact}> in the order of their days */
    public static function of(Potting $sheet, \DateTimeImmutable $pottedOn, \DateTimeImmutable $readyOn, SiteAir $air, HouseDefaults $house): array
    {
        if (!$sheet->leaves->isPotted()) {
            return [['kind' => StepKind::Ready, 'on' => max($pottedOn, $readyOn), 'words' => Fact::of('step.ready')]];
        }
        $canFreeze = $house->number(HouseDefault::CanFreeze);
        $readyOn = max($pottedOn, $readyOn);
        $days = (int) $pottedOn->diff($readyOn)->format('%a');
        $after = static fn (int $n) => $pottedOn->modify(sprintf('+%d days', $n));
        $steps = [];
        $add = static function (StepKind $kind, \DateTimeImmutable $on, Fact $words) use (&$steps, $readyOn): void {
            if ($on <= $readyOn) {
                $steps[] = ['kind' => $kind, 'on' => $on, 'words' => $words];
            }
        };
        $add(StepKind::Shade, $after($house->whole(HouseDefault::ShadeDays)), Fact::of('step.shade'));
        $sheet->hasSlowRelease()
            ? $add(StepKind::Feed, $after($house->whole(HouseDefault::SlowReleaseLasts)), Fact::of('step.feed_used_up'))
            : $add(StepKind::Feed, $after($house->whole(HouseDefault::FeedAfter)), Fact::of('step.feed'));
        if ($days >= $house->whole(HouseDefault::SpacedFrom)) {
            $add(StepKind::Space, $after(intdiv($days, 2)), Fact::of('step.space'));
        }
        $cold = self::firstCold($pottedOn, $readyOn, $air, $canFreeze);
        if ($cold !== null) {
            $add(StepKind::Winter, $cold, Fact::of("step.winter.{$sheet->winter->value}"));
        } elseif (!$sheet->hardy && self::usual($pottedOn, $air) < $canFreeze) {
            $add(
                StepKind::Winter,
                $pottedOn,
                Fact::of('step.still_freezes', until: self::safeFrom($pottedOn, $air, $canFreeze)),
            );
        }
        $harden = max($pottedOn, $readyOn->modify(sprintf('-%d days', $house->whole(HouseDefault::HardenBefore))));
        $outside = max($pottedOn, $readyOn->modify(sprintf('-%d days', $house->whole(HouseDefault::OutsideBefore))));
        $add(StepKind::Harden, $harden, Fact::of('step.harden'));
        if ($sheet->hardy || self::usual($outside, $air) >= $canFreeze) {
            $add(StepKind::Outside, $outside, Fact::of('step.outside'));
        }
        $add(StepKind::Ready, $readyOn, Fact::of('step.ready'));
        usort(
            $steps,
            static fn (array $a, array $b) => [
                $a['on'], array_search($a['kind'], StepKind::cases(), true),
            ] <=> [$b['on'], array_search($b['kind'], StepKind::cases(), true)],
        );

        return $steps;
    }

    /** The day on which it grows cold while it stands there; a spring that grows warmer is no winter. */
    private static function firstCold(\DateTimeImmutable $from, \DateTimeImmutable $to, SiteAir $air, float $canFreeze): ?\DateTimeImmutable
    {
        // Counted on, since asking a calendar for each next day takes longer than all else that is said of a lot.
        $many = (int) $from->diff($to)->format('%r%a');
        [$year, $before] = [(int) $from->format('Y'), (int) $from->format('z')];
        for ($days = 0; $days < $many; ++$days) {
            $inYear = self::inYear($before);
            $toColdest = ($air->coldestDay() - $inYear + 365) % 365;
            if ($toColdest < 183 && $air->onDay($inYear) < $canFreeze) {
                return $from->modify(sprintf('+%d days', $days));
            }
            if (++$before === 365 + (int) checkdate(2, 29, $year)) {
                [$year, $before] = [$year + 1, 0];
            }
        }

        return null;
    }

    private static function safeFrom(\DateTimeImmutable $day, SiteAir $air, float $canFreeze): \DateTimeImmutable
    {
        for ($days = 0; $days < 200 && self::usual($day, $air) < $canFreeze; ++$days) {
            $day = $day->modify('+1 day');
        }

        return $day;
    }

    /** °C of the ordinary year on that day: a warm spell that was measured makes no spring. */
    private static function usual(\DateTimeImmutable $day, SiteAir $air): float
    {
        return $air->onDay(self::inYear((int) $day->format('z')));
    }

    /**
     * 1 to 365; the last day of a leap year counts as the one before it.
     *
     * @param int $before days of its year before it
     */
    private static function inYear(int $before): int
    {
        return min(365, 1 + $before);
    }
}
