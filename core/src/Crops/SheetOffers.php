<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Fact;
use WetCradle\Core\Rates\InWords;

/** What a sheet could say another way by what was learnt since it was written. Nothing of it changes before somebody says so. */
final class SheetOffers
{
    /** As many plants' worth a new sheet trusts the rate that it says: batches soon say better. */
    public const TRUST = 4;
    /** Of what comes through, so much less or more. */
    private const WORTH_SAYING = 0.02;

    /** @return list<array{what: string, words: Fact, change: array<string, array<string, mixed>>}> each with the entries that it would change */
    public static function of(WaySheet $sheet): array
    {
        $offers = [];
        $learnt = $sheet->learnt;
        if ($learnt !== null && $sheet->daysToRootHere()->pair() !== $sheet->daysToRoot()->pair()) {
            [$here, $said] = [$sheet->daysToRootHere(), $sheet->daysToRoot()];
            $days = (int) round(($here->low + $here->high - $said->low - $said->high) / 2);
            $figures = [
                'batches' => $learnt->batches, 'days' => abs($days), 'low' => (int) $here->low, 'high' => (int) $here->high,
                'saidLow' => (int) $said->low, 'saidHigh' => (int) $said->high,
            ];
            $offers[] = [
                'what' => 'speed',
                'words' => match (true) {
                    $days < 0 => Fact::of('sheet.sooner', ...$figures),
                    $days > 0 => Fact::of('sheet.later', ...$figures),
                    default => Fact::of('sheet.as_soon', ...$figures),
                },
                'change' => ['rooting' => ['halfAt' => $learnt->pace->halfAt, 'shape' => $learnt->pace->shape]],
            ];
        }
        $through = $sheet->through;
        $said = $sheet->potting->survival->mean();
        if ($through !== null && abs($through->share->mean() - $said) >= self::WORTH_SAYING) {
            $offers[] = [
                'what' => 'through',
                'words' => Fact::of(
                    $through->share->mean() < $said ? 'sheet.fewer_come_through' : 'sheet.more_come_through',
                    here: InWords::inHundred($through->share->mean()),
                    said: InWords::inHundred($said),
                    batches: $through->batches,
                ),
                'change' => ['potting' => ['survival' => round($through->share->mean(), 3)] + $sheet->potting->toArray()],
            ];
        }
        $prior = $sheet->reckoning->prior;
        if ($prior->strength > self::TRUST) {
            $offers[] = [
                'what' => 'trust',
                'words' => Fact::of('sheet.trusts', strength: (int) round($prior->strength), usual: self::TRUST),
                'change' => ['prior' => ['rate' => $prior->rate, 'strength' => (float) self::TRUST, 'phi' => $prior->phi]],
            ];
        }

        return $offers;
    }
}
