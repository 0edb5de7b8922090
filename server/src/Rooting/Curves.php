<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use WetCradle\Core\Rooting\Forecast;
use WetCradle\Server\Book\Counts;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Plan\Batch;

/** How a batch goes over time: what of it is dead, undecided and rooted, by its forecast and on the days it lies where it lies. */
final class Curves
{
    /** Days drawn beyond the day by which it is ready in nine cases of ten. */
    private const AHEAD = 14;
    /** Days between two points of the drawing. */
    private const EVERY = 3;
    private const LONGEST = 500;
    private const NOWHERE = ['points' => [], 'readyFrom' => null, 'readyOn' => null, 'readyBy' => null];

    public function __construct(
        private readonly Forecasts $forecasts,
        private readonly SeenBatches $seen,
        private readonly GivenWarmth $warmth,
        private readonly Counts $counts,
        private readonly Today $today,
    ) {
    }

    /** The share of all stuck that has roots by today. */
    public function rootedNow(Batch $batch): float
    {
        return $this->forecasts->of($batch)?->rootedAt($this->warmth->until($batch, $this->today->day())) ?? 0.0;
    }

    /** @return array<string, mixed> */
    public function view(Batch $batch): array
    {
        $forecast = $this->forecasts->of($batch);
        $seen = $this->seen->of($batch);
        $today = $this->today->day();
        $readyShare = $batch->sheet->core()->potting->readyShare;
        $now = $this->warmth->until($batch, $today);

        $course = $forecast === null ? self::NOWHERE : $this->course($batch, $forecast, $seen, $readyShare);

        return $course + [
            'checks' => array_map(static fn (array $c) => [
                'on' => $c['on']->format('Y-m-d'), 'lifted' => $c['lifted'], 'rooted' => $c['rooted'], 'dead' => $c['dead'],
                'share' => $c['rooted'] / max(1, $c['lifted']) * (1.0 - $c['culled'] / max(1, $batch->standing->stuck ?? 1)), 'full' => $c['full'],
            ], $seen),
            'today' => $today->format('Y-m-d'),
            'now' => [
                'rooted' => $forecast?->rootedAt($now) ?? 0.0, 'dead' => $this->gone($batch) + ($forecast?->deadThere() ?? 0.0),
                'ready' => $forecast?->readyBy($now, $readyShare) ?? 0.0,
            ],
            'finalRate' => $forecast?->finalRate() ?? 0.0,
            'finalLow' => $forecast->finalLow80 ?? 0.0,
            'finalHigh' => $forecast->finalHigh80 ?? 0.0,
            'readyShare' => $readyShare,
            'warmth' => $this->warmth->besidePlan($batch, min($today, $batch->leftBenchOn ?? $today))->words(),
        ];
    }

    /**
     * @param list<array{on: \DateTimeImmutable, full: bool}> $seen
     *
     * @return array{points: list<array{on: string, rooted: float, dead: float}>, readyFrom: ?string, readyOn: ?string, readyBy: ?string}
     */
    private function course(Batch $batch, Forecast $forecast, array $seen, float $readyShare): array
    {
        $stuckOn = $batch->sticking->stuckOn ?? throw new \LogicException('Only what is stuck has a curve.');
        $today = $this->today->day();
        $sawDead = $seen === [] ? null : $seen[count($seen) - 1]['on'];
        $goneBy = array_column($this->counts->takenOut([(int) $batch->id])[(int) $batch->id] ?? [], 'all', 'on');
        $stuck = max(1, $batch->standing->stuck ?? 1);
        $wanted = [
            'readyFrom' => $forecast->readyTau($readyShare, 0.1), 'readyOn' => $forecast->readyTau($readyShare),
            'readyBy' => $forecast->readyTau($readyShare, 0.9),
        ];
        $dates = $days = [];
        $last = max($today, $batch->leftBenchOn ?? $today);
        $tau = 0.0;
        for ($day = $stuckOn, $i = 0; $i <= self::LONGEST && ($day <= $last || count($dates) < 3); $day = $day->modify('+1 day'), ++$i) {
            foreach ($wanted as $name => $at) {
                if ($tau >= $at && !isset($dates[$name])) {
                    $dates[$name] = $day->format('Y-m-d');
                    $last = max($last, $day->modify(sprintf('+%d days', self::AHEAD)));
                }
            }
            $days[$day->format('Y-m-d')] = $tau;
            $tau += $this->warmth->on($batch, $day);
        }
        $points = [];
        $gone = $i = 0;
        foreach ($days as $day => $tau) {
            $gone += $goneBy[$day] ?? 0;
            if ($i++ % self::EVERY === 0 || $day === $today->format('Y-m-d') || $day === array_key_last($days)) {
                $rooted = $forecast->rootedAt($tau);
                $dead = $gone / $stuck + ($sawDead !== null && $day >= $sawDead->format('Y-m-d') ? $forecast->deadThere() : 0.0);
                $points[] = ['on' => $day, 'rooted' => $rooted, 'dead' => min(1.0 - $rooted, $dead)];
            }
        }

        return ['points' => $points] + $dates + self::NOWHERE;
    }

    /** The share of all stuck that was taken out of its trays. */
    private function gone(Batch $batch): float
    {
        return min(1.0, array_sum($batch->standing->lostInTrays ?? []) / max(1, $batch->standing->stuck ?? 1));
    }
}
