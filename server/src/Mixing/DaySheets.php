<?php

declare(strict_types=1);

namespace WetCradle\Server\Mixing;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\Hormone;
use WetCradle\Core\Crops\HormoneKind;
use WetCradle\Core\Crops\School;
use WetCradle\Core\Crops\Wash;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Mixing\MixVolume;
use WetCradle\Core\Mixing\Volume;
use WetCradle\Core\Plan\CollectOrder;
use WetCradle\Core\Plan\DayHours;
use WetCradle\Core\Plan\StickOrder;
use WetCradle\Core\Plan\ToStick;
use WetCradle\Core\Stock\HoldClock;
use WetCradle\Core\Stock\TakeSheet;
use WetCradle\Server\Bench\Pots;
use WetCradle\Server\Bench\Tenants;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Stock\Collection;
use WetCradle\Server\Stock\Rights;
use WetCradle\Server\Wanted\Pot;

/** One sheet for a day and its crew: what is cut, made up, filled and stuck, in which order, and where it goes. */
final class DaySheets
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Mixes $mixes,
        private readonly Shelf $shelf,
        private readonly Tenants $tenants,
        private readonly Pots $pots,
        private readonly Rights $rights,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /**
     * @param ?int $hands how many work that day; as many as are there, where nobody says
     *
     * @return array<string, mixed>
     */
    public function of(\DateTimeImmutable $day, ?int $hands): array
    {
        $there = $this->house->nursery()->crew()->thereOn($day);
        $hands ??= max(1, $there);
        $batches = $this->batches($day);
        $collections = [];
        foreach ($this->em->getRepository(Collection::class)->findBy(['batch' => $batches['collect'] + $batches['stick']]) as $collection) {
            $collections[$collection->batch->code] = $collection;
        }
        $collect = $this->collect($batches['collect'], $collections, $day, $hands);
        $mixes = $this->mixed($batches['stick']);
        $dips = $this->dips($batches['stick']);
        $house = $this->house->defaults();
        $start = DayHours::sticksFrom(array_column($collect, 'minutesTo'), count($mixes), count($dips), $hands, $house);
        $stick = $this->stick($batches['stick'], $collections, $collect, $day, $hands, $start);
        $pots = $this->potting($day);
        $hours = DayHours::of(
            array_values(array_map(static fn (Batch $b) => $b->amount->planned, $batches['collect'])),
            array_values(array_map(static fn (Batch $b) => ['cuttings' => $b->amount->planned, 'method' => $b->method], $batches['stick'])),
            array_map(static fn (array $one) => ['plants' => $one['pots'], 'pot' => $one['pot']], $pots),
            count($mixes),
            count($dips),
            $this->house->nursery()->norms(),
            $house,
        );
        $ticks = [];
        foreach ($this->em->getRepository(DayTick::class)->findBy(['onDay' => $day]) as $tick) {
            $ticks[$tick->step] = $tick->toArray();
        }

        return [
            'day' => $day->format('Y-m-d'),
            'hands' => $hands,
            'there' => $there,
            'hours' => ['collect' => $hours->collect, 'makeUp' => $hours->makeUp, 'stick' => $hours->stick, 'pot' => $hours->pot, 'all' => $hours->all()],
            'collect' => array_map(static fn (array $one) => array_diff_key($one, ['minutesTo' => 0]), $collect),
            'mixes' => $mixes,
            'dips' => $dips,
            'sanitiser' => $batches['collect'] + $batches['stick'] === [] ? null : $this->sanitiser($batches['collect'] + $batches['stick']),
            'fills' => array_map($this->fill(...), array_values($batches['stick'])),
            'stick' => $stick,
            'pots' => $pots,
            'set' => $this->set($batches['stick'], $day),
            'ends' => self::clock(max([$start, ...array_column($stick, 'minutesTo')])),
            'ticks' => (object) $ticks,
            'next' => $this->next($day)?->format('Y-m-d'),
        ];
    }

    /** The next day on which anything is stuck or potted. */
    private function next(\DateTimeImmutable $day): ?\DateTimeImmutable
    {
        $first = $this->em->getConnection()->fetchOne('SELECT min(CASE WHEN stuck_on IS NULL THEN stick_on ELSE pot_on END) FROM batch WHERE called_off = 0 AND left_bench_on IS NULL AND CASE WHEN stuck_on IS NULL THEN stick_on ELSE pot_on END > ?', [$day->format('Y-m-d')]);

        return is_string($first) ? new \DateTimeImmutable($first) : null;
    }

    /** @return array{collect: array<string, Batch>, stick: array<string, Batch>} by code; what seals dry is cut days before it is stuck */
    private function batches(\DateTimeImmutable $day): array
    {
        $found = ['collect' => [], 'stick' => []];
        $all = $this->em->createQuery('SELECT b, c, k, z, t, s, y FROM '.Batch::class.' b JOIN b.crop c JOIN b.block k JOIN b.zone z JOIN b.trayKind t JOIN b.sheet s JOIN s.way y WHERE b.calledOff = false AND ((b.sticking.stuckOn IS NULL AND b.days.stickOn BETWEEN :day AND :last) OR b.sticking.stuckOn = :day) ORDER BY b.code')
            ->setParameter('day', $day->format('Y-m-d'))->setParameter('last', $day->modify('+30 days')->format('Y-m-d'))->getResult();
        foreach ($all as $batch) {
            $on = $batch->begins();
            if (($on <=> $day) === 0) {
                $found['stick'][$batch->code] = $batch;
            }
            if ($on->modify(sprintf('-%d days', $batch->sheet->core()->taking->hold->sealDays))->format('Y-m-d') === $day->format('Y-m-d')) {
                $found['collect'][$batch->code] = $batch;
            }
        }

        return $found;
    }

    /**
     * @param array<string, Batch>      $batches
     * @param array<string, Collection> $collections
     *
     * @return list<array<string, mixed>> in the order of cutting
     */
    private function collect(array $batches, array $collections, \DateTimeImmutable $day, int $hands): array
    {
        $norms = $this->house->nursery()->norms();
        $order = CollectOrder::of(array_values(array_map(static function (Batch $b) use ($norms): array {
            $way = $b->sheet->core();

            return ['code' => $b->code, 'time' => $way->taking->timeOfDay, 'keeps' => $way->taking->hold->dry || $way->taking->hold->coldDays > 0 ? null : 60 * $way->taking->hold->shadedHours, 'minutes' => (int) ceil(60 * $norms->hoursToCollect($b->amount->planned))];
        }, $batches)), $hands, $this->house->defaults());

        return array_map(function (array $turn) use ($batches, $collections, $day): array {
            $batch = $batches[$turn['code']];
            $way = $batch->sheet->core();
            $collection = $collections[$batch->code] ?? null;
            $clock = $collection === null ? HoldClock::of($way->taking->hold, $way->taking->hold->ways()[0], $day->setTime(0, $turn['from']), $this->house->defaults()) : HoldClock::of($way->taking->hold, $collection->how, $collection->startedAt, $this->house->defaults());

            return [
                'step' => 'collect:'.$batch->code, 'batch' => $batch->code, 'crop' => $batch->crop->name, 'block' => $batch->block->code, 'place' => $batch->block->place, 'cuttings' => $batch->amount->planned,
                'from' => self::clock($turn['from']), 'to' => self::clock($turn['to']), 'minutesTo' => $turn['to'],
                'carry' => TakeSheet::carry($way, $batch->amount->planned, $this->house->defaults()), 'apart' => TakeSheet::keepApart($way, $this->rights->isProtected($batch->crop), $batch->block->minParents > 1),
                'keeps' => $clock->words($collection === null ? $clock->start : $this->today->now()), 'collectedAt' => $collection?->startedAt->format('H:i'), 'safety' => $way->safety,
            ];
        }, $order);
    }

    /**
     * @param array<string, Batch> $batches
     *
     * @return list<array<string, mixed>> a mix each, for all that is stuck into it
     */
    private function mixed(array $batches): array
    {
        $by = [];
        foreach ($batches as $batch) {
            $by[$batch->sheet->core()->setting->mix][] = $batch;
        }
        ksort($by);
        $found = [];
        foreach ($by as $mix => $all) {
            $litres = array_sum(array_map(fn (Batch $b) => MixVolume::inHouse($b->amount->trays, $b->trayKind->cells, $b->trayKind->cellMl, $this->house->defaults()), $all));
            $found[] = ['step' => 'mix:'.mb_substr((string) $mix, 0, 150), 'batches' => array_map(static fn (Batch $b) => $b->code, $all)]
                + $this->mixes->made((string) $mix, Volume::litres($litres), array_map(static fn (Batch $b) => ['batch' => $b->code, 'sheet' => $b->sheet->core()], $all));
        }

        return $found;
    }

    /**
     * @param array<string, Batch> $batches
     *
     * @return list<array<string, mixed>> a dip each, for all that asks for the same
     */
    private function dips(array $batches): array
    {
        $by = [];
        foreach ($batches as $batch) {
            $hormone = $batch->sheet->core()->taking->hormone;
            if ($hormone->kind !== HormoneKind::None) {
                $by[(string) $hormone->words()][] = $batch;
            }
        }
        ksort($by);
        $found = [];
        foreach ($by as $words => $all) {
            $hormone = $all[0]->sheet->core()->taking->hormone;
            $cuttings = array_sum(array_map(static fn (Batch $b) => $b->amount->planned, $all));
            $depth = max(array_map(fn (Batch $b) => $this->dipDepth($b->sheet->core()), $all));
            $codes = array_map(static fn (Batch $b) => $b->code, $all);
            $found[] = ['step' => 'dip:'.$words, 'hormone' => $words, 'kind' => $hormone->kind, 'asked' => (int) $hormone->ppm, 'cuttings' => $cuttings, 'depthCm' => $depth, 'batches' => $codes, 'made' => $this->madeFor($all)] + $this->shelf->dip($hormone, $cuttings, $depth);
        }

        return $found;
    }

    /**
     * @param list<Batch> $batches
     *
     * @return ?array<string, mixed> the dip that was made for all of them
     */
    private function madeFor(array $batches): ?array
    {
        $made = $this->em->createQuery('SELECT m FROM '.MadeDip::class.' m JOIN m.batches b WHERE b IN (:batches) GROUP BY m.id HAVING COUNT(b.id) = :all ORDER BY m.id DESC')->setParameter('batches', $batches)->setParameter('all', count($batches))->setMaxResults(1)->getOneOrNullResult();

        return $made instanceof MadeDip ? $made->toArray() : null;
    }

    /**
     * For blades and trays; and for the cuttings, where the house dips them and their sheet lets it.
     *
     * @param array<string, Batch> $batches
     *
     * @return ?array<string, mixed>
     */
    private function sanitiser(array $batches): ?array
    {
        $rule = $this->house->nursery()->rules()->of(School::Dip);
        $one = $this->em->getRepository(Disinfectant::class)->findOneBy($rule === 'none' ? [] : ['forMaterial' => true], ['id' => 'ASC']) ?? $this->em->getRepository(Disinfectant::class)->findOneBy([], ['id' => 'ASC']);
        if ($one === null) {
            return null;
        }
        $dipped = $rule === 'none' || !$one->forMaterial ? [] : array_filter($batches, static fn (Batch $b) => $b->sheet->core()->taking->wash === Wash::Allowed);

        return ['step' => 'clean:'.$one->name, 'name' => $one->name, 'words' => $one->core()->words(), 'litres' => $this->house->defaults()->number(HouseDefault::Bucket), 'minutes' => $one->minutes, 'neverMeets' => $one->neverMeets,
            'dipped' => array_keys($dipped), 'never' => array_keys(array_filter($batches, static fn (Batch $b) => $b->sheet->core()->taking->wash === Wash::Never))] + $one->core()->make(Volume::litres($this->house->defaults()->number(HouseDefault::Bucket)))->toArray();
    }

    /**
     * Pots that are filled for what is to be potted that day.
     *
     * @return list<array{step: string, batch: string, crop: string, pots: int, pot: string, mix: array<string, mixed>, zone: ?string, labels: int}>
     */
    private function potting(\DateTimeImmutable $day): array
    {
        $millilitres = array_column($this->em->createQuery('SELECT p.name, p.millilitres FROM '.Pot::class.' p')->getResult(), 'millilitres', 'name');
        $found = [];
        foreach ($this->em->createQuery('SELECT b, c, s FROM '.Batch::class.' b JOIN b.crop c JOIN b.sheet s WHERE b.calledOff = false AND b.sticking.stuckOn IS NOT NULL AND b.leftBenchOn IS NULL AND b.days.potOn = :day ORDER BY b.code')->setParameter('day', $day->format('Y-m-d'))->getResult() as $batch) {
            $potted = $this->pots->of($batch->code);
            if ($potted !== null) {
                $litres = MixVolume::inHouse($potted->pots, 1, (float) ($millilitres[$potted->pot] ?? 0), $this->house->defaults());
                $found[] = ['step' => 'pot:'.$batch->code, 'batch' => $batch->code, 'crop' => $batch->crop->name, 'pots' => $potted->pots, 'pot' => $potted->pot,
                    'mix' => $this->mixes->made($batch->sheet->core()->potting->mix, Volume::litres($litres), []), 'zone' => $batch->potsZone?->name, 'labels' => $potted->pots];
            }
        }

        return $found;
    }

    /** @return array<string, mixed> */
    private function fill(Batch $batch): array
    {
        $way = $batch->sheet->core();

        return ['step' => 'fill:'.$batch->code, 'batch' => $batch->code, 'crop' => $batch->crop->name, 'trays' => $batch->amount->trays, 'trayKind' => $batch->trayKind->name, 'cells' => $batch->trayKind->cells, 'each' => $way->setting->each,
            'holeFirst' => $way->taking->hormone->kind !== HormoneKind::None, 'depthCm' => $way->setting->depthCm, 'labels' => $batch->amount->trays, 'mix' => $way->setting->mix];
    }

    /**
     * @param array<string, Batch>       $batches
     * @param array<string, Collection>  $collections
     * @param list<array<string, mixed>> $collect
     *
     * @return list<array<string, mixed>> in the order of sticking
     */
    private function stick(array $batches, array $collections, array $collect, \DateTimeImmutable $day, int $hands, int $start): array
    {
        $cut = array_column($collect, null, 'batch');
        $norms = $this->house->nursery()->norms();
        $asked = [];
        foreach ($batches as $code => $batch) {
            $way = $batch->sheet->core();
            $collection = $collections[$code] ?? null;
            $since = $collection !== null ? $collection->startedAt : (isset($cut[$code]) ? $day->setTime(...array_map(intval(...), explode(':', (string) $cut[$code]['from']))) : $day->setTime(0, CollectOrder::begins($this->house->defaults())));
            $clock = HoldClock::of($way->taking->hold, $collection !== null ? $collection->how : $way->taking->hold->ways()[0], $since, $this->house->defaults());
            $due = intdiv($clock->due->getTimestamp() - $day->setTime(0, 0)->getTimestamp(), 60);
            // What is left dry is stuck once it has sealed, whenever that is.
            [$ready, $due] = $clock->seals ? [max(0, $collection === null ? 0 : min($due, 24 * 60)), null] : [isset($cut[$code]) && $collection === null ? (int) $cut[$code]['minutesTo'] : 0, $due < 24 * 60 ? max(0, $due) : null];
            $asked[] = ToStick::of($code, $ready, $due, max(1, (int) ceil(60 * $norms->hoursToStick($batch->amount->planned, $batch->method))), $way->setting->mix, self::dipWords($way->taking->hormone));
        }
        $setting = $this->settings(array_map(static fn (Batch $b) => $b->zone, $batches), $day);

        return array_map(function (array $turn) use ($batches, $setting): array {
            $batch = $batches[$turn['code']];
            $way = $batch->sheet->core();

            return [
                'step' => 'stick:'.$batch->code, 'batch' => $batch->code, 'crop' => $batch->crop->name, 'station' => $turn['station'], 'from' => self::clock($turn['from']), 'to' => self::clock($turn['to']), 'minutesTo' => $turn['to'], 'late' => $turn['late'],
                'cuttings' => $batch->amount->planned, 'trays' => $batch->amount->trays, 'mix' => $way->setting->mix, 'hormone' => $way->taking->hormone->words(), 'depthCm' => $way->setting->depthCm, 'each' => $way->setting->each, 'up' => $way->taking->cut->up,
                'zone' => $batch->zone->name, 'setting' => $setting[(int) $batch->zone->id] ?? null, 'isStuck' => $batch->isStuck(), 'safety' => $way->safety,
            ];
        }, StickOrder::of($asked, $hands, $start, $this->house->defaults()));
    }

    /**
     * @param array<string, Batch> $batches
     *
     * @return list<array<string, mixed>>
     */
    private function set(array $batches, \DateTimeImmutable $day): array
    {
        $zones = [];
        foreach ($batches as $batch) {
            $zones[(int) $batch->zone->id] = $batch->zone;
        }
        $found = [];
        foreach ($this->settings($zones, $day) as $id => $setting) {
            $found[] = ['step' => 'set:'.$zones[$id]->name, 'zone' => $zones[$id]->name, 'house' => $zones[$id]->house, 'setting' => $setting];
        }

        return $found;
    }

    /**
     * @param array<Zone> $zones
     *
     * @return array<int, array{heat: float, mist: float, suits: bool}> by zone id
     */
    private function settings(array $zones, \DateTimeImmutable $day): array
    {
        $week = Week::containing($day);
        $tenants = $this->tenants->byZone($week, $week);
        $found = [];
        foreach ($zones as $zone) {
            $setting = $zone->core()->setting($tenants[(int) $zone->id] ?? []);
            if ($setting !== null) {
                $found[(int) $zone->id] = $setting;
            }
        }

        return $found;
    }

    private function dipDepth(WaySheet $way): float
    {
        return max(0.5, min($this->house->defaults()->number(HouseDefault::DipDepth), $way->setting->depthCm));
    }

    private static function dipWords(Hormone $hormone): string
    {
        return (string) $hormone->words();
    }

    private static function clock(int $minutes): string
    {
        return sprintf('%02d:%02d', intdiv($minutes, 60), $minutes % 60);
    }
}
