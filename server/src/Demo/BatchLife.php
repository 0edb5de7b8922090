<?php

declare(strict_types=1);

namespace WetCradle\Server\Demo;

use Doctrine\DBAL\Connection;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Book\ActKind;
use WetCradle\Core\Book\CountBook;
use WetCradle\Core\Book\Entry;
use WetCradle\Core\Book\FullCount;
use WetCradle\Core\Book\Losses;
use WetCradle\Core\Book\State;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Crops\Trays;
use WetCradle\Core\Rooting\Verdict;

/** Plays made-up batches through the core's count book, from the order to the sale, and stops each at today. */
final class BatchLife
{
    private const PEOPLE = [1, 2, 3, 4];

    private readonly CountBook $book;
    private readonly DemoRecords $records;

    public function __construct(
        private readonly Connection $db,
        private Chance $chance,
        private readonly Placing $placing,
        private readonly Timetable $timetable,
        private readonly \DateTimeImmutable $today,
    ) {
        $this->book = CountBook::empty();
        $this->records = new DemoRecords($db, $this->book);
    }

    /** The same book, with another luck. */
    public function byLuck(Chance $chance): self
    {
        $by = clone $this;
        $by->chance = $chance;

        return $by;
    }

    /** @param array{zone: int, block: int, plan: DemoPlan} $place */
    public function play(string $code, array $place): void
    {
        $plan = $place['plan'];
        $crop = $plan->crop;
        $zone = $this->placing->zone($place['zone']);
        $planned = $this->timetable->dates($crop->sheet, $zone, $plan->stickOn);
        $stuckOn = $plan->is('late') ? $plan->stickOn->modify(sprintf('+%d days', (int) $plan->told('days'))) : $plan->stickOn;
        $isStuck = $stuckOn <= $this->today && !($stuckOn >= $this->today->modify('-4 days') && $this->chance->happens(0.5));
        $dates = $isStuck ? $this->timetable->dates($crop->sheet, $zone, $stuckOn) : $planned;
        $inTrays = Trays::of($plan->trays, $crop->cells)->hold();
        $together = $crop->sheet->setting->together();
        $needed = max(10, 10 * (int) round($inTrays * (float) $crop->of('rate') * (float) $crop->of('potRate') * 0.08));
        $enteredOn = $plan->stickOn->modify('-9 weeks')->setTime(18, 40);
        $wanted = $this->records->wanted(
            $crop->id,
            $needed,
            $this->chance->between(1, 3),
            Week::containing($planned->readyOn),
            $this->chance->happens(0.25) ? null : $this->chance->between(1, 7),
            $this->chance->oneOf(['must', 'should', 'should', 'nice']),
            $enteredOn,
        );
        $hormone = $plan->is('trial') ? $plan->told('hormone') : ($crop->of('hormone') === '' ? null : $crop->of('hormone'));
        $batch = $this->records->batch(array_map(static fn (\DateTimeImmutable $d) => $d->format('Y-m-d'), [
            'stick_on' => $dates->stickOn, 'rooted_from' => $dates->rootedFrom, 'rooted_by' => $dates->rootedBy, 'wean_on' => $dates->weanOn,
            'pot_from' => $dates->potFrom, 'pot_on' => $dates->potOn, 'pot_by' => $dates->potBy, 'ready_from' => $dates->readyFrom,
            'ready_on' => $dates->readyOn, 'ready_by' => $dates->readyBy,
        ]) + [
            'version' => 1, 'code' => $code, 'crop_id' => $crop->id, 'sheet_id' => $crop->sheetId, 'method' => $crop->of('method'),
            'material' => $crop->of('material'), 'wanted_id' => $wanted, 'block_id' => $place['block'], 'zone_id' => $place['zone'],
            'tray_kind_id' => $crop->trayKind, 'trays' => $plan->trays, 'planned' => $inTrays * $together, 'together' => $together,
            'needed' => $needed, 'confidence' => 0.9, 'stuck_on' => $isStuck
                ? $stuckOn->format('Y-m-d')
                : null,
            'mix' => $isStuck ? $crop->of('mix') : null, 'hormone' => $isStuck ? $hormone : null,
            'tray_numbers' => $isStuck ? sprintf('1–%d', $plan->trays) : null, 'called_off' => 0,
            'as_planned' => $isStuck
                ? json_encode(
                    [
                        'stickOn' => $planned->stickOn->format('Y-m-d'), 'weanOn' => $planned->weanOn->format('Y-m-d'),
                        'potOn' => $planned->potOn->format('Y-m-d'), 'readyOn' => $planned->readyOn->format('Y-m-d'),
                        'trays' => $plan->trays, 'cuttings' => $inTrays * $together,
                    ],
                    JSON_THROW_ON_ERROR,
                )
                : null,
            'rested_on' => null, 'planned_by_id' => 1, 'planned_at' => $enteredOn->format('Y-m-d H:i:s'),
        ], $isStuck ? [$this->chance->oneOf(self::PEOPLE)] : []);
        if ($isStuck) {
            $this->root($batch, $plan, $dates, $inTrays);
        }
    }

    /** Folds every batch's entries into its standing. */
    public function write(): void
    {
        $this->records->writeStandings();
    }

    private function root(int $batch, DemoPlan $plan, PlainDates $dates, int $inTrays): void
    {
        $crop = $plan->crop;
        $stuck = $inTrays - $this->chance->between(0, 5);
        $tooPoor = $this->chance->between(0, (int) ceil(0.03 * $stuck));
        $line = $this->records->line($batch, 1, $dates->stickOn, null);
        $together = $crop->sheet->setting->together();
        $says = sprintf('Stuck %d in %d × %s', $stuck * $together, $plan->trays, $crop->of('tray'))
            .($together > 1 ? sprintf(', %d together: %d plants', $together, $stuck) : '')
            .($tooPoor > 0 ? sprintf(', %d thrown as too poor', $tooPoor) : '');
        if ($together > 1) {
            $this->db->update('batch', ['taken' => $stuck * $together + $tooPoor], ['id' => $batch]);
        }
        $this->enter($batch, ActKind::Stick, $dates->stickOn, $says, fn () => $this->book->stick($line, $stuck, $together > 1 ? 0 : $tooPoor));

        $times = $crop->times;
        $half = ($times->daysToRoot->low + $times->daysToRoot->high) / 2 * (0.82 + 0.07 * $this->chance->normal());
        $eventual = match (true) {
            $plan->is('poor') => (float) $plan->told('rate'),
            $plan->is('disaster') => 0.02,
            $plan->is('trial') && $plan->told('hormone') === null => $crop->trueRate - 0.15,
            default => $this->chance->shareAround($crop->trueRate, $crop->truePhi),
        };
        // A plant of several cuttings is one where any of them roots.
        $eventual = 1.0 - (1.0 - $eventual) ** $together;
        $foot = new Foot($eventual, max(4.0, $half), $this->chance);
        $readyOn = null;
        for ($days = (int) round(0.6 * $times->daysToRoot->low); $readyOn === null; $days += 7) {
            $day = self::later($dates->stickOn, $days);
            if ($day > $dates->potOn || $day > $this->today) {
                break;
            }
            $readyOn = $this->records->check(
                $line,
                $day,
                $foot->lifted(10, $days),
                $crop->sheet->potting->readyShare,
                $this->chance->oneOf(self::PEOPLE),
            ) === Verdict::Ready
                ? $day
                : null;
        }
        $countOn = self::later(
            $readyOn === null ? $dates->potOn : self::later($readyOn, (int) (0.6 * $crop->sheet->weaningDays())),
            $this->chance->between(0, 6),
        );
        if ($countOn <= $this->today) {
            $this->count($batch, $line, $plan, $foot, $countOn, $dates, $stuck);
        }
    }

    private function count(int $batch, int $line, DemoPlan $plan, Foot $foot, \DateTimeImmutable $on, PlainDates $dates, int $stuck): void
    {
        $chance = $this->chance;
        $rooted = $chance->binomial($stuck, $foot->rootedBy((int) $dates->stickOn->diff($on)->format('%a')));
        $without = $stuck - $rooted;
        $alive = $plan->is('disaster') ? 0 : (int) round($without * (0.25 + 0.4 * $chance->unit()));
        $dead = $without - $alive;
        $main = $plan->is('disaster') ? (string) $plan->told('cause') : $chance->oneOf(['rot', 'rot', 'dried_out']);
        $mislaid = $chance->binomial($dead, 0.04);
        $lost = Losses::of([$main => $dead - $mislaid, 'mislaid' => $mislaid]);
        $thrown = $chance->binomial($rooted, 0.015);
        $potted = $rooted - $thrown;
        $keep = $alive >= 12 && $chance->happens(0.55);
        $thrownUnrooted = $keep ? 0 : $alive;
        if ($plan->is('split')) {
            $potted = intdiv($rooted, 3);
            $thrown = intdiv($rooted, 3);
            $thrownUnrooted = $alive;
        }
        $count = FullCount::of($rooted, $alive, $lost, $potted, $thrown, $thrownUnrooted);
        $rest = $count->splits(0) ? $this->records->line($batch, 2, $on, 'left longer from line 1') : null;
        $says = sprintf(
            'Counted: %d rooted, %d unrooted and alive, %d lost; %d potted',
            $rooted,
            $alive,
            $lost->total(),
            $potted,
        ).($rest === null ? '' : sprintf('; %d left longer as line 2', $count->rootedLeft(0) + $count->unrootedLeft()));
        $this->enter($batch, ActKind::CountAndPot, $on, $says, fn () => $this->book->count($line, $count, $rest));
        $leftBench = $on;
        if ($rest !== null) {
            $again = self::later($on, $chance->between(19, 30));
            $leftBench = null;
            for ($look = $on->modify('+7 days'); $look < $again && $look <= $this->today; $look = $look->modify('+7 days')) {
                $this->records->check(
                    $rest,
                    $look,
                    $foot->lifted(
                        min(8, $this->book->at($rest, State::Stuck) + $this->book->at($rest, State::Rooted)),
                        (int) (0.6 * (int) $dates->stickOn->diff($look)->format('%a')),
                    ),
                    $plan->crop->sheet->potting->readyShare,
                    $chance->oneOf(self::PEOPLE),
                );
            }
            if ($again <= $this->today) {
                $this->countRest($batch, $rest, $again);
                $leftBench = $again;
                $this->growOn($batch, $rest, $dates->readyOn->modify('+3 weeks'));
            }
        }
        if ($leftBench !== null) {
            $this->db->update('batch', ['left_bench_on' => $leftBench->format('Y-m-d')], ['id' => $batch]);
        }
        $this->growOn($batch, $line, $dates->readyOn);
    }

    private function countRest(int $batch, int $line, \DateTimeImmutable $on): void
    {
        $there = $this->book->at($line, State::Stuck);
        $rooted = $this->chance->binomial($there, 0.4);
        $dead = $this->chance->binomial($there - $rooted, 0.4);
        $unrooted = $there - $rooted - $dead;
        $potted = $rooted + $this->book->at($line, State::Rooted);
        $count = FullCount::of($rooted, $unrooted, Losses::of(['rot' => $dead]), $potted, 0, $unrooted);
        $this->enter(
            $batch,
            ActKind::CountAndPot,
            $on,
            sprintf('Counted: %d rooted, %d unrooted and alive, %d lost; %d potted; %d thrown', $rooted, $unrooted, $dead, $potted, $unrooted),
            fn () => $this->book->count($line, $count),
        );
    }

    private function growOn(int $batch, int $line, \DateTimeImmutable $readyOn): void
    {
        $potted = $this->book->at($line, State::Potted);
        if ($potted === 0 || $readyOn > $this->today) {
            return;
        }
        $lost = $this->chance->binomial($potted, 0.035);
        if ($lost > 0) {
            $this->enter(
                $batch,
                ActKind::Lose,
                $readyOn->modify('-3 weeks'),
                sprintf('Lost %d that were potted', $lost),
                fn () => $this->book->lose($line, State::Potted, Losses::of([$this->chance->oneOf(['rot', 'pest', 'dried_out']) => $lost])),
            );
        }
        if ($potted > $lost) {
            $this->enter(
                $batch,
                ActKind::MoveOn,
                $readyOn,
                sprintf('%d grown to ready', $potted - $lost),
                fn () => $this->book->moveOn($line, State::Potted, $potted - $lost),
            );
            $soldOn = $readyOn->modify(sprintf('+%d days', $this->chance->between(2, 21)));
            if ($soldOn <= $this->today) {
                $this->enter(
                    $batch,
                    ActKind::MoveOn,
                    $soldOn,
                    sprintf('%d sold', $potted - $lost),
                    fn () => $this->book->moveOn($line, State::Grown, $potted - $lost),
                );
            }
        }
    }

    private static function later(\DateTimeImmutable $day, int $days): \DateTimeImmutable
    {
        return $day->add(new \DateInterval(sprintf('P%dD', $days)));
    }

    /** @param callable(): list<Entry> $play */
    private function enter(int $batch, ActKind $kind, \DateTimeImmutable $on, string $says, callable $play): void
    {
        $this->records->act($batch, $kind, $on, $says, $this->chance->oneOf(self::PEOPLE), $play());
    }
}
