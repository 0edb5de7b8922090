<?php

declare(strict_types=1);

namespace WetCradle\Server\Trials;

use WetCradle\Core\Rates\TrialFound;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Nursery\Words;
use WetCradle\Server\Rates\Learning;

/** A trial as it is told: how it lies, what was counted, and what that says. */
final class TrialViews
{
    /** Over how long the nursery's own numbers are taken, to say what a difference would change. */
    private const A_YEAR = '-1 year';

    public function __construct(
        private readonly Learning $learning,
        private readonly House $house,
        private readonly Words $words,
        private readonly Today $today,
    ) {
    }

    /** @return array<string, mixed> */
    public function one(Trial $trial): array
    {
        $blocks = [];
        foreach ($trial->trays as $tray) {
            $blocks[$tray->block][] = ['id' => $tray->id, 'arm' => $tray->arm->letter(), 'stuck' => $tray->stuck, 'rooted' => $tray->rooted];
        }
        $counted = $trial->counted();
        $found = TrialFound::of($counted, $trial->measure());
        $arms = [];
        foreach ($trial->arms as $arm) {
            $trays = $counted[$arm->place];
            $arms[] = [
                'letter' => $arm->letter(), 'name' => $arm->name, 'isUntreated' => $arm->untreated, 'batch' => $arm->batch?->code,
                'way' => $arm->way === null ? null : ['id' => $arm->way->id, 'name' => $arm->way->name],
                'stuck' => array_sum(array_column($trays, 1)), 'rooted' => array_sum(array_column($trays, 0)), 'counted' => count($trays),
                'found' => $found?->arms[$arm->place],
            ];
        }

        return $this->shortly($trial) + [
            'version' => $trial->version, 'usually' => $trial->usually, 'hoped' => $trial->hoped, 'perTray' => $trial->perTray,
            'by' => $trial->by->name, 'endedOn' => $trial->endedOn?->format('Y-m-d'), 'endedWhy' => $trial->endedWhy,
            'arms' => $arms, 'blocks' => array_values($blocks), 'found' => $found === null ? null : $this->found($trial, $found, array_column($arms, 'letter')),
        ];
    }

    /** @return array<string, mixed> */
    public function shortly(Trial $trial): array
    {
        $counted = 0;
        foreach ($trial->counted() as $trays) {
            $counted += count($trays);
        }

        return [
            'id' => $trial->id, 'crop' => $trial->crop->slug, 'cropName' => $trial->crop->name, 'question' => $trial->question,
            'laidOn' => $trial->laidOn->format('Y-m-d'), 'trays' => count($trial->trays), 'trayCounted' => $counted,
            'names' => array_values($trial->arms->map(static fn (TrialArm $arm) => $arm->name)->toArray()),
            'ended' => $trial->ended?->value, 'endedWords' => $trial->ended === null ? null : $this->words->name($trial->ended),
            'adopted' => $trial->adopted?->letter(),
        ];
    }

    /**
     * @param list<string> $letters
     *
     * @return array<string, mixed>
     */
    private function found(Trial $trial, TrialFound $found, array $letters): array
    {
        $rooted = $this->rootedInAYear($trial->crop);
        $fewer = $rooted === 0 || $found->best === $found->measure ? null : max(0, $found->fewerStuck($rooted));

        return [
            'best' => $letters[$found->best], 'measure' => $letters[$found->measure], 'isClear' => $found->isClear(), 'rootedInAYear' => $rooted,
            'fewerStuck' => $fewer, 'saves' => $fewer === null ? null : round($this->costOf($fewer, $trial->crop), 2),
            'currency' => $this->house->nursery()->currency,
        ];
    }

    private function rootedInAYear(Crop $crop): int
    {
        $since = $this->today->day()->modify(self::A_YEAR)->format('Y-m-d');

        return array_sum(array_column(array_filter($this->learning->past((int) $crop->id), static fn (array $past) => $past['stuckOn'] >= $since), 'rooted'));
    }

    /** So many cuttings, and the work to collect and stick them. */
    private function costOf(int $cuttings, Crop $crop): float
    {
        $nursery = $this->house->nursery();
        $sheet = $crop->house()->core();
        $norms = $nursery->norms();
        $hours = $norms->hoursToCollect($cuttings, $sheet->isOnMother()) + $norms->hoursToStick($cuttings, $sheet->method);

        return $cuttings * $sheet->reckoning->costEach + $hours * $nursery->costs()->hour;
    }
}
