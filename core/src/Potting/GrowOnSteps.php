<?php

declare(strict_types=1);

namespace WetCradle\Core\Potting;

use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Crops\Potting;
use WetCradle\Core\Crops\Winter;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;

/**
 * What a lot of pots goes through until it is ready, with the day of each: out of the shade, fed once roots are there, set
 * apart, through the winter where its kind can stand, hardened off in steps, ready. Days are defaults; what is done is ticked.
 */
final class GrowOnSteps
{
    /** @return list<array{kind: StepKind, on: \DateTimeImmutable, words: string}> in the order of their days */
    public static function of(Potting $sheet, \DateTimeImmutable $pottedOn, \DateTimeImmutable $readyOn, SiteAir $air, HouseDefaults $house): array
    {
        $canFreeze = $house->number(HouseDefault::CanFreeze);
        $readyOn = max($pottedOn, $readyOn);
        $days = (int) $pottedOn->diff($readyOn)->format('%a');
        $after = static fn (int $n) => $pottedOn->modify(sprintf('+%d days', $n));
        $steps = [];
        $add = static function (StepKind $kind, \DateTimeImmutable $on, string $words) use (&$steps, $readyOn): void {
            if ($on <= $readyOn) {
                $steps[] = ['kind' => $kind, 'on' => $on, 'words' => $words];
            }
        };
        $add(StepKind::Shade, $after($house->whole(HouseDefault::ShadeDays)), 'Out of the shade.');
        $sheet->hasSlowRelease()
            ? $add(
                StepKind::Feed,
                $after($house->whole(HouseDefault::SlowReleaseLasts)),
                'The slow-release feed in the mix is used up about now: feed, if it still has to grow.',
            )
            : $add(
                StepKind::Feed,
                $after($house->whole(HouseDefault::FeedAfter)),
                'Knock one out: with roots at the wall of the pot, feed from now on. Not before.',
            );
        if ($days >= $house->whole(HouseDefault::SpacedFrom)) {
            $add(StepKind::Space, $after(intdiv($days, 2)), 'Leaves touch about now: set apart.');
        }
        $cold = self::firstCold($pottedOn, $readyOn, $air, $canFreeze);
        if ($cold !== null) {
            $add(StepKind::Winter, $cold, self::winterWords($sheet->winter).' Look once a week: at rest, pots dry out unseen.');
        } elseif (!$sheet->hardy && self::usual($pottedOn, $air) < $canFreeze) {
            $add(
                StepKind::Winter,
                $pottedOn,
                sprintf('Nights can still freeze: frost-free until about %s.', self::safeFrom($pottedOn, $air, $canFreeze)->format('j M')),
            );
        }
        $harden = max($pottedOn, $readyOn->modify(sprintf('-%d days', $house->whole(HouseDefault::HardenBefore))));
        $outside = max($pottedOn, $readyOn->modify(sprintf('-%d days', $house->whole(HouseDefault::OutsideBefore))));
        $add(StepKind::Harden, $harden, 'Into the second tunnel, doors open by day, then by night too.');
        if ($sheet->hardy || self::usual($outside, $air) >= $canFreeze) {
            $add(StepKind::Outside, $outside, 'Outside, sheltered at first.');
        }
        $add(StepKind::Ready, $readyOn, 'Ready, if it is well rooted and clean: count what is good.');
        usort(
            $steps,
            static fn (array $a, array $b) => [
                $a['on'], array_search($a['kind'], StepKind::cases(), true),
            ] <=> [$b['on'], array_search($b['kind'], StepKind::cases(), true)],
        );

        return $steps;
    }

    private static function winterWords(Winter $winter): string
    {
        return match ($winter) {
            Winter::Outside => 'Stands outside through the winter, pot-thick and out of the wind.',
            Winter::ColdFrame => 'Into the cold frame, lid on in frost, aired on mild days.',
            Winter::FrostFree => 'Frost-free, and dry rather than wet.',
            Winter::AsCells => 'Frost-free: it was to stand in its cells, and is small for its pot.',
        };
    }

    /** The day on which it grows cold while it stands there; a spring that grows warmer is no winter. */
    private static function firstCold(\DateTimeImmutable $from, \DateTimeImmutable $to, SiteAir $air, float $canFreeze): ?\DateTimeImmutable
    {
        for ($day = $from; $day < $to; $day = $day->modify('+1 day')) {
            $toColdest = ($air->coldestDay() - self::inYear($day) + 365) % 365;
            if (self::usual($day, $air) < $canFreeze && $toColdest < 183) {
                return $day;
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
        return $air->onDay(self::inYear($day));
    }

    /** 1 to 365; the last day of a leap year counts as the one before it. */
    private static function inYear(\DateTimeImmutable $day): int
    {
        return min(365, 1 + (int) $day->format('z'));
    }
}
