<?php

declare(strict_types=1);

namespace WetCradle\Server\Mixing;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\HormoneKind;
use WetCradle\Core\Mixing\MixVolume;
use WetCradle\Core\Mixing\Volume;
use WetCradle\Server\Bench\Pots;
use WetCradle\Server\Bench\Tenants;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Book\Line;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Potting\Queue;
use WetCradle\Server\Wanted\Wanted;

/** What is filled for a day, trays and pots, and how the zones are set that they go to. */
final class DayFilling
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Mixes $mixes,
        private readonly Tenants $tenants,
        private readonly Pots $pots,
        private readonly Queue $queue,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /** @return array<string, mixed> */
    public function fill(Batch $batch): array
    {
        $way = $batch->made();

        return [
            'step' => 'fill:'.$batch->code, 'batch' => $batch->code, 'crop' => $batch->crop->name, 'trays' => $batch->traysToFill(),
            'trayKind' => $batch->trayKind->name, 'cells' => $batch->trayKind->cells, 'each' => $way->setting->each,
            'holeFirst' => $way->taking->hormone->kind !== HormoneKind::None, 'depthCm' => $way->setting->depthCm,
            'labels' => $batch->amount->trays, 'mix' => $way->setting->mix,
        ];
    }

    /**
     * Pots that are filled for what is to be potted that day.
     *
     * @return list<array{
     *     step: string, batch: string, crop: string, daysLate: int, pots: int, pot: string, mix: ?array<string, mixed>, setOut: ?int,
     *     zone: ?string, labels: int,
     * }>
     */
    public function potting(\DateTimeImmutable $day): array
    {
        $isToday = $day->format('Y-m-d') === $this->today->day()->format('Y-m-d');
        $millilitres = Row::pairs($this->em->getConnection(), 'SELECT name, millilitres FROM pot');
        $query = $this->em->createQuery(
            'SELECT b, l, st, w FROM '.Batch::class.' b LEFT JOIN b.lines l LEFT JOIN b.standing st LEFT JOIN b.wanted w WHERE b.calledOff = false
                AND b.sticking.stuckOn IS NOT NULL AND b.leftBenchOn IS NULL AND b.days.potOn BETWEEN :from AND :day ORDER BY b.days.potOn, b.code, l.number',
        )->setParameter('day', $day->format('Y-m-d'))->setParameter('from', $isToday ? '2000-01-01' : $day->format('Y-m-d'));
        Row::apart($query, Wanted::class, 'pot');
        $batches = Row::things(Row::apart($query, Batch::class, 'crop', 'sheet', 'potsZone'), Batch::class);
        // What is overdue is potted today where it shows its roots.
        $due = $isToday ? $this->queue->triggers() : [];
        $batches = array_values(array_filter($batches, static fn (Batch $batch) => $batch->days->potOn->format('Y-m-d') === $day->format('Y-m-d')
            || array_filter($batch->lines->toArray(), static fn (Line $line) => isset($due[(int) $line->id]) && $due[(int) $line->id]->isDue) !== []));
        $inPots = $this->pots->ofAll(array_map(static fn (Batch $b) => $b->code, $batches));
        $steps = [];
        foreach ($batches as $batch) {
            $potted = $inPots[$batch->code] ?? null;
            if ($potted !== null) {
                $sheet = $batch->way();
                $inItsPot = $sheet->potting->isStuckInto($potted->pot);
                $litres = MixVolume::inHouse($potted->pots, 1, (float) ($millilitres[$potted->pot] ?? 0), $this->house->defaults());
                $steps[] = [
                    'step' => 'pot:'.$batch->code, 'batch' => $batch->code, 'crop' => $batch->crop->name, 'pots' => $potted->pots,
                    'daysLate' => max(0, (int) $batch->days->potOn->diff($day)->format('%r%a')),
                    'pot' => $potted->pot,
                    'leaves' => $sheet->potting->leaves,
                    'mix' => !$sheet->potting->fillsPots($potted->pot) ? null : $this->mixes->made($sheet->potting->mix, Volume::litres($litres), []),
                    'setOut' => $inItsPot ? $sheet->setting->traysOf($potted->pots, $batch->trayKind->cells) : null,
                    'zone' => $batch->potsZone?->name, 'labels' => $potted->pots,
                ];
            }
        }

        return $steps;
    }

    /**
     * @param array<string, Batch>                                      $batches
     * @param array<int, array{heat: float, mist: float, suits: bool}> $settings by zone id
     *
     * @return list<array<string, mixed>>
     */
    public function set(array $batches, array $settings): array
    {
        $zones = [];
        foreach ($batches as $batch) {
            $zones[(int) $batch->zone->id] = $batch->zone;
        }
        $steps = [];
        foreach ($settings as $id => $setting) {
            $steps[] = ['step' => 'set:'.$zones[$id]->name, 'zone' => $zones[$id]->name, 'house' => $zones[$id]->house, 'setting' => $setting];
        }

        return $steps;
    }

    /**
     * @param array<Zone> $zones
     *
     * @return array<int, array{heat: float, mist: float, suits: bool}> by zone id
     */
    public function settings(array $zones, \DateTimeImmutable $day): array
    {
        if ($zones === []) {
            return [];
        }
        $week = Week::containing($day);
        $tenants = $this->tenants->byZone($week, $week);
        $settings = [];
        foreach ($zones as $zone) {
            $setting = $zone->core()->setting($tenants[(int) $zone->id] ?? []);
            if ($setting !== null) {
                $settings[(int) $zone->id] = $setting;
            }
        }

        return $settings;
    }
}
