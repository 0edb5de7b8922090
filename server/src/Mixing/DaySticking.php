<?php

declare(strict_types=1);

namespace WetCradle\Server\Mixing;

use WetCradle\Core\Crops\HoldWay;
use WetCradle\Core\Crops\PreparingCard;
use WetCradle\Core\Crops\SheetCourse;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Plan\CollectOrder;
use WetCradle\Core\Plan\StickOrder;
use WetCradle\Core\Plan\ToStick;
use WetCradle\Core\Stock\HoldClock;
use WetCradle\Core\Stock\TakeSheet;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Stock\Collection;
use WetCradle\Server\Stock\Rights;
use WetCradle\Server\Stock\TakeSheets;

/**
 * In which order a day's batches are cut and stuck. Moments of the day are minutes from midnight.
 *
 * @phpstan-type Cut  array{code: string, from: int, to: int}
 * @phpstan-type Turn array{code: string, station: int, from: int, to: int, late: int}
 */
final class DaySticking
{
    public function __construct(
        private readonly Rights $rights,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /**
     * @param array<string, Batch> $batches
     *
     * @return list<Cut> in the order of cutting
     */
    public function cutOrder(array $batches, int $hands): array
    {
        $norms = $this->house->nursery()->norms();
        $takes = array_map(static function (Batch $batch) use ($norms): array {
            $taking = $batch->made()->taking;

            return [
                'code' => $batch->code,
                'time' => $taking->timeOfDay,
                'keeps' => $taking->hold->dry || $taking->hold->coldDays > 0 ? null : 60 * $taking->hold->shadedHours,
                'minutes' => (int) ceil(60 * $norms->hoursToCollect($batch->amount->planned)),
            ];
        }, array_values($batches));

        return CollectOrder::of($takes, $hands, $this->house->defaults());
    }

    /**
     * @param Cut $cut
     *
     * @return array<string, mixed>
     */
    public function sayCut(Batch $batch, ?Collection $collection, array $cut, \DateTimeImmutable $day): array
    {
        $way = $batch->made();
        $hold = $way->taking->hold;
        $clock = $collection === null
            ? HoldClock::of($hold, $hold->ways()[0], $day->setTime(0, $cut['from']), $this->defaults())
            : HoldClock::of($hold, $collection->how, $collection->startedAt, $this->defaults());

        return [
            'step' => 'collect:'.$batch->code, 'batch' => $batch->code, 'crop' => $batch->crop->name,
            'daysLate' => self::late($batch->collectsOn()->modify(sprintf('-%d days', $hold->sealDays)), $day, $batch->isStuck() || $collection !== null),
            'block' => $batch->block->code, 'place' => $batch->block->place, 'cuttings' => $batch->amount->planned,
            'from' => self::clock($cut['from']), 'to' => self::clock($cut['to']),
            'carry' => TakeSheet::carry($way, $batch->amount->planned, $this->defaults()),
            'also' => array_map(
                static fn (array $from) => ['block' => $from['block']->code, 'place' => $from['block']->place, 'cuttings' => $from['cuttings']],
                array_slice($batch->takenFrom(), 1),
            ),
            'apart' => TakeSheets::minded($batch, TakeSheet::keepApart($way, $this->rights->isProtected($batch->crop), $batch->block->minParents > 1)),
            'keeps' => $clock->words($collection === null ? $clock->start : $this->today->now()),
            'collectedAt' => $collection?->startedAt->format('H:i'), 'safety' => $way->safety,
        ];
    }

    /**
     * @param array<string, Batch>      $batches
     * @param array<string, Collection> $collections
     * @param list<Cut>                 $cuts
     * @param int                       $start       when sticking can begin
     *
     * @return list<Turn> in the order of sticking
     */
    public function stickOrder(array $batches, array $collections, array $cuts, \DateTimeImmutable $day, int $hands, int $start): array
    {
        $cut = array_column($cuts, null, 'code');
        $asked = [];
        foreach ($batches as $code => $batch) {
            $asked[] = $this->toStick($batch, $collections[$code] ?? null, $cut[$code] ?? null, $day);
        }

        return StickOrder::of($asked, $hands, $start, $this->defaults());
    }

    /** @param ?Cut $cut its own turn of that day, where it is cut on it */
    private function toStick(Batch $batch, ?Collection $collection, ?array $cut, \DateTimeImmutable $day): ToStick
    {
        $way = $batch->made();
        $minutes = max(1, (int) ceil(60 * $this->house->nursery()->norms()->hoursToStick($batch->amount->planned, $batch->method)));
        if ($way->isOnMother()) {
            return ToStick::of($batch->code, 0, null, $minutes, $way->setting->mix, (string) $way->taking->hormone->words());
        }
        $hold = $way->taking->hold;
        $ahead = $collection === null && $cut === null && !$batch->isStuck() && $batch->collectsOn() < $day;
        $since = $collection->startedAt ?? ($ahead ? $batch->collectsOn() : $day)->setTime(0, $cut['from'] ?? CollectOrder::begins($this->defaults()));
        $clock = HoldClock::of($hold, $collection->how ?? ($ahead ? HoldWay::Cold : $hold->ways()[0]), $since, $this->defaults());
        $due = intdiv($clock->due->getTimestamp() - $day->setTime(0, 0)->getTimestamp(), 60);
        $endOfDay = 24 * 60;
        // What is left dry is stuck once it has sealed, whenever that is.
        [$ready, $due] = $clock->seals
            ? [$collection === null ? 0 : max(0, min($due, $endOfDay)), null]
            : [$collection === null ? $cut['to'] ?? 0 : 0, $due < $endOfDay ? max(0, $due) : null];

        return ToStick::of($batch->code, $ready, $due, $minutes, $way->setting->mix, (string) $way->taking->hormone->words());
    }

    /**
     * @param array<string, Batch> $batches
     * @param list<Turn>           $turns
     * @param array<int, array{heat: float, mist: float, suits: bool}> $setting by zone id
     *
     * @return list<array<string, mixed>>
     */
    public function sayTurns(array $batches, array $turns, array $setting, \DateTimeImmutable $day): array
    {
        $byCode = [];
        foreach ($turns as $turn) {
            $byCode[$turn['code']][] = $turn;
        }

        return array_values(array_map(static function (array $shared) use ($batches, $setting, $day): array {
            $batch = $batches[$shared[0]['code']];
            $way = $batch->made();

            return [
                'step' => 'stick:'.$batch->code, 'batch' => $batch->code, 'crop' => $batch->crop->name,
                'daysLate' => self::late($batch->begins(), $day, $batch->isStuck()),
                'stations' => array_column($shared, 'station'), 'from' => self::clock(min(array_column($shared, 'from'))),
                'to' => self::clock(max(array_column($shared, 'to'))), 'late' => max(array_column($shared, 'late')),
                'cuttings' => $batch->amount->planned, 'trays' => $batch->amount->trays, 'mix' => $way->setting->mix,
                'how' => SheetCourse::howStuck($way), 'card' => ['sheet' => $way->toArray(), 'words' => PreparingCard::of($way, $batch->trayKind->holes())],
                'trayKind' => $batch->trayKind->name,
                'hormone' => $way->taking->hormone->words(),
                'zone' => $batch->zone->name, 'setting' => $setting[(int) $batch->zone->id] ?? null, 'isStuck' => $batch->isStuck(), 'safety' => $way->safety,
            ];
        }, $byCode));
    }

    /** Days by which something is overdue that is not done yet. */
    private static function late(\DateTimeImmutable $due, \DateTimeImmutable $day, bool $isDone): int
    {
        return $isDone ? 0 : max(0, (int) $due->diff($day)->format('%r%a'));
    }

    public static function clock(int $minutes): string
    {
        return sprintf('%02d:%02d', intdiv($minutes, 60), $minutes % 60);
    }

    private function defaults(): HouseDefaults
    {
        return $this->house->defaults();
    }
}
