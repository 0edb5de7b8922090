<?php

declare(strict_types=1);

namespace WetCradle\Server\Mixing;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Crops\Ground;
use WetCradle\Core\Plan\DayHours;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Stock\Collection;
use WetCradle\Server\Stock\TakeSheets;

/** One sheet for a day and its crew: what is cut, made up, filled and stuck, in which order, and where it goes. */
final class DaySheets
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly DaySticking $sticking,
        private readonly DayMaking $making,
        private readonly DayFilling $filling,
        private readonly House $house,
        private readonly DayRest $rest,
        private readonly TakeSheets $takeSheets,
        private readonly Today $today,
        private readonly DayPeople $people,
    ) {
    }

    /**
     * @param ?int $hands how many work that day; as many as are there, where nobody says
     *
     * @return array<string, mixed>
     */
    public function of(\DateTimeImmutable $day, ?int $hands): array
    {
        $there = $this->house->crew()->thereOn($day);
        $hands ??= max(1, $there);
        $batches = $this->batches($day);
        $collections = [];
        foreach ($this->em->getRepository(Collection::class)->findBy(['batch' => $batches['collect'] + $batches['stick']]) as $collection) {
            $collections[$collection->batch->code] = $collection;
        }
        $cuts = $this->sticking->cutOrder($batches['collect'], $hands);
        $filled = array_filter($batches['stick'], static fn (Batch $b) => $b->traysToFill() > 0 && $b->sheet->core()->ground() !== Ground::Open);
        $mixes = $this->making->mixed($filled);
        $dips = $this->making->dips($batches['stick']);
        $house = $this->house->defaults();
        $start = DayHours::sticksFrom(array_column($cuts, 'to'), count($mixes), count($dips), $hands, $house);
        $turns = $this->sticking->stickOrder($batches['stick'], $collections, $cuts, $day, $hands, $start);
        $settings = $this->filling->settings(array_map(static fn (Batch $b) => $b->zone, array_values($batches['stick'])), $day);
        $pots = $this->filling->potting($day);
        $rest = $this->rest->on($day);
        $both = $batches['collect'] + $batches['stick'];
        $hours = DayHours::of(
            array_values(array_map(static fn (Batch $b) => $b->amount->planned, $batches['collect'])),
            array_values(array_map(static fn (Batch $b) => ['cuttings' => $b->amount->planned, 'method' => $b->method], $batches['stick'])),
            array_map(static fn (array $potful) => ['plants' => $potful['pots'], 'pot' => $potful['pot'], 'setOut' => $potful['setOut']], $pots),
            count($mixes),
            count($dips),
            $this->rest->trays($rest),
            ['checks' => count($rest['checks']), 'stock' => count($rest['stock']), 'vents' => count($rest['vents'])],
            $this->house->nursery()->norms(),
            $house,
        );
        $told = $this->people->of($day, $hands, $cuts, $start, $turns, $this->rest->jobs($rest, $pots));
        $ticks = [];
        foreach ($this->em->getRepository(DayTick::class)->findBy(['onDay' => $day]) as $tick) {
            $ticks[$tick->step] = $tick->toArray();
        }

        return [
            'day' => $day->format('Y-m-d'),
            'hands' => $hands,
            'there' => $there,
            'people' => $told['people'],
            'hours' => ['collect' => $hours->collect, 'makeUp' => $hours->makeUp, 'stick' => $hours->stick, 'pot' => $hours->pot, 'wean' => $hours->wean,
                'look' => $hours->look, 'all' => $hours->all()],
            'collect' => array_map(
                fn (array $cut) => $this->sticking->sayCut($batches['collect'][$cut['code']], $collections[$cut['code']] ?? null, $cut, $day),
                $cuts,
            ),
            'mixes' => $mixes,
            'dips' => $dips,
            'sanitiser' => $both === [] ? null : $this->making->sanitiser(),
            'leafDip' => $this->making->leafDip($batches['stick']),
            'fills' => array_map($this->filling->fill(...), array_values($filled)),
            'stick' => $this->sticking->sayTurns($batches['stick'], $turns, $settings, $day),
            'pots' => $pots,
            ...$rest,
            'set' => $this->filling->set($batches['stick'], $settings),
            'ends' => DaySticking::clock($told['ends'] ?? $start),
            'ticks' => (object) $ticks,
            'next' => $this->next($day)?->format('Y-m-d'),
        ];
    }

    /** Whether something is done on a day: its own, or today's where it is overdue. */
    private function isOf(\DateTimeImmutable $on, \DateTimeImmutable $day, bool $isDone): bool
    {
        return $on->format('Y-m-d') === $day->format('Y-m-d') || (!$isDone && $on < $day && $this->isToday($day));
    }

    private function isToday(\DateTimeImmutable $day): bool
    {
        return $day->format('Y-m-d') === $this->today->day()->format('Y-m-d');
    }

    /** The next day on which anything is stuck or potted. */
    private function next(\DateTimeImmutable $day): ?\DateTimeImmutable
    {
        $first = $this->em->getConnection()->fetchOne('SELECT min(CASE WHEN stuck_on IS NULL THEN stick_on ELSE pot_on END)
            FROM batch WHERE called_off = 0 AND left_bench_on IS NULL
            AND CASE WHEN stuck_on IS NULL THEN stick_on ELSE pot_on END > ?', [$day->format('Y-m-d')]);

        return is_string($first) ? new \DateTimeImmutable($first) : null;
    }

    /**
     * What seals dry is cut days before it is stuck; what is overdue is today's.
     *
     * @return array{collect: array<string, Batch>, stick: array<string, Batch>} by code
     */
    private function batches(\DateTimeImmutable $day): array
    {
        $byJob = ['collect' => [], 'stick' => []];
        $collected = $this->takeSheets->running();
        $query = $this->em->createQuery(
            'SELECT b, st FROM '.Batch::class.' b LEFT JOIN b.standing st WHERE b.calledOff = false AND ((b.sticking.stuckOn IS NULL
                AND (b.days.stickOn BETWEEN :from AND :last OR b.collectOn = :day)) OR b.sticking.stuckOn = :day) ORDER BY b.code',
        )
            ->setParameter('from', $this->isToday($day) ? '2000-01-01' : $day->format('Y-m-d'))
            ->setParameter('day', $day->format('Y-m-d'))->setParameter('last', $day->modify('+30 days')->format('Y-m-d'));
        foreach (Row::things(Row::apart($query, Batch::class, 'crop', 'block', 'zone', 'trayKind', 'sheet'), Batch::class) as $batch) {
            $on = $batch->begins();
            if ($this->isOf($on, $day, $batch->isStuck())) {
                $byJob['stick'][$batch->code] = $batch;
            }
            $sheet = $batch->sheet->core();
            $collects = $batch->isStuck() ? $on : $batch->collectsOn();
            $cutOn = $collects->modify(sprintf('-%d days', $sheet->taking->hold->sealDays));
            if (!$sheet->isOnMother() && $this->isOf($cutOn, $day, $batch->isStuck() || isset($collected[$batch->code]))) {
                $byJob['collect'][$batch->code] = $batch;
            }
        }

        return $byJob;
    }
}
