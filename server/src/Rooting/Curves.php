<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Rooting\RootCurve;
use WetCradle\Server\Book\Counts;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Rates\CropHistory;

/** A batch's curve: what it has rooted and may yet root by what was lifted, on the days it lies where it lies. */
final class Curves
{
    /** Days looked ahead for one that is slow. */
    private const AHEAD = 70;
    private const LONGEST = 500;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Counts $counts,
        private readonly CropHistory $history,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    public function curve(Batch $batch): RootCurve
    {
        $prior = $this->history->rateWithout($batch->sheet->way, $batch->code)->forNewBatch;
        $pace = $batch->sheet->core()->reckoning->rooting;

        return RootCurve::of(
            $prior,
            $pace->halfAt,
            $pace->shape,
            array_map(static fn (array $c) => ['tau' => $c['tau'], 'lifted' => $c['lifted'], 'rooted' => $c['rooted']], $this->checks($batch)),
        );
    }

    /** Thermal days from sticking until the evening before a day: at the set-point of where it lay, or in its air. */
    public function tau(Batch $batch, \DateTimeImmutable $until): float
    {
        $tau = 0.0;
        for ($day = $batch->begins(); $day < $until; $day = $day->modify('+1 day')) {
            $tau += $this->progress($batch, $day);
        }

        return $tau;
    }

    /** Thermal days that a day brings it. */
    public function progress(Batch $batch, \DateTimeImmutable $day): float
    {
        $warmth = $batch->sheet->core()->care->warmth;

        return $warmth->cardinal->progressAt($batch->zoneOn($day)->core()->medium($warmth->medium, $this->house->air())->on($day));
    }

    /** @return array<string, mixed> */
    public function view(Batch $batch): array
    {
        $stuckOn = $batch->sticking->stuckOn ?? throw new \LogicException('Only what is stuck has a curve.');
        $curve = $this->curve($batch);
        $today = $this->today->day();
        [$low, $high] = $curve->d50Range();
        $ready = $curve->readyTau($batch->sheet->core()->potting->readyShare);
        $scale = $ready / $curve->d50();
        $last = max($today->modify(sprintf('+%d days', self::AHEAD)), $batch->days->potBy);
        $points = $dates = [];
        $wanted = ['readyFrom' => $low * $scale, 'readyOn' => $ready, 'readyBy' => $high * $scale];
        $tau = 0.0;
        for ($day = $stuckOn, $i = 0; $i <= self::LONGEST && ($day <= $last || count($dates) < 3); $day = $day->modify('+1 day'), ++$i) {
            foreach ($wanted as $name => $at) {
                if ($tau >= $at) {
                    $dates[$name] ??= $day->format('Y-m-d');
                }
            }
            if ($i % 7 === 0 && $day <= $last) {
                [$least, $most] = $curve->rangeAt($tau);
                $points[] = ['on' => $day->format('Y-m-d'), 'tau' => $tau, 'share' => $curve->rootedAt($tau), 'low' => $least, 'high' => $most];
            }
            $tau += $this->progress($batch, $day);
        }
        $now = $this->tau($batch, $today);

        return $dates + ['readyFrom' => null, 'readyOn' => null, 'readyBy' => null] + [
            'points' => $points,
            'checks' => array_map(static fn (array $c) => array_diff_key($c, ['tau' => 0]), $this->checks($batch)),
            'today' => $today->format('Y-m-d'),
            'now' => ['share' => $curve->rootedAt($now), 'low' => $curve->rangeAt($now)[0], 'high' => $curve->rangeAt($now)[1]],
            'finalRate' => $curve->finalRate(),
            'readyShare' => $batch->sheet->core()->potting->readyShare,
        ];
    }

    /**
     * What was lifted while all of it stood there, and the first full count.
     *
     * @return list<array{on: string, lifted: int, rooted: int, tau: float, full: bool}>
     */
    private function checks(Batch $batch): array
    {
        $count = $this->counts->first((int) $batch->id);
        $curves = [];
        foreach (Row::things(
            $this->em->createQuery(
                'SELECT r, l FROM '.RootCheck::class.' r JOIN r.line l WHERE l.batch = :batch AND l.number = 1 ORDER BY r.onDay, r.id',
            )->setParameter('batch', $batch),
            RootCheck::class,
        ) as $check) {
            if ($count === null || $check->onDay < $count['on']) {
                $curves[] = [
                    'on' => $check->onDay->format('Y-m-d'), 'lifted' => $check->lifted, 'rooted' => $check->rooted,
                    'tau' => $this->tau($batch, $check->onDay), 'full' => false,
                ];
            }
        }
        $stuck = $batch->standing->stuck ?? 0;
        if ($count !== null && $stuck > 0) {
            $curves[] = [
                'on' => $count['on']->format('Y-m-d'), 'lifted' => $stuck, 'rooted' => min($stuck, $count['rooted']),
                'tau' => $this->tau($batch, $count['on']), 'full' => true,
            ];
        }

        return $curves;
    }
}
