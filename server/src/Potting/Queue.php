<?php

declare(strict_types=1);

namespace WetCradle\Server\Potting;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Course\GrowingOn;
use WetCradle\Core\Potting\LineInTrays;
use WetCradle\Core\Potting\Looked;
use WetCradle\Core\Potting\ToPot;
use WetCradle\Core\Potting\Trigger;
use WetCradle\Core\Rooting\StageTally;
use WetCradle\Core\Rooting\Verdict;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Book\Counts;
use WetCradle\Server\Book\Line;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Crops\SheetBook;
use WetCradle\Server\Crops\SheetVersion;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Plan\Batches;
use WetCradle\Server\Plan\TrayKind;
use WetCradle\Server\Rates\CropHistory;
use WetCradle\Server\Rooting\Curves;
use WetCradle\Server\Stock\StockBlock;
use WetCradle\Server\Wanted\Pot;
use WetCradle\Server\Wanted\Wanted;

/** Lines that stand in trays, with whether they are to be potted by their school, how many, and how late that gets. */
final class Queue
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Connection $db,
        private readonly Batches $known,
        private readonly Curves $curves,
        private readonly Counts $counts,
        private readonly SheetBook $sheets,
        private readonly CropHistory $history,
        private readonly Pottings $pottings,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /** @return list<Queued> all that could be potted up to the end of this week, the due ones first, then by how little they can wait */
    public function until(Week $last): array
    {
        $standing = $this->counts->inTrays();
        $looks = $this->looks();
        $counted = $this->counts->newest();
        $queued = [];
        foreach ($this->batches($last) as $batch) {
            foreach ($batch->lines as $line) {
                $there = $standing[(int) $line->id] ?? null;
                if ($there !== null) {
                    $queued[] = $this->queued($line, $there, $looks[(int) $line->id] ?? [], $counted[(int) $line->id] ?? null);
                }
            }
            if (!$batch->isStuck()) {
                $queued[] = $this->planned($batch);
            }
        }
        // The last good day is walked to once for each, and not at every comparison.
        $order = array_map(
            static fn (Queued $one) => [!$one->toPot->trigger->isDue, $one->toPot->job->lastGood(), $one->batch->code, $one->number()],
            $queued,
        );
        asort($order);

        return array_map(static fn (int $i) => $queued[$i], array_keys($order));
    }

    /** @return array<int, Trigger> whether each line in a tray is due for potting, by line */
    public function triggers(): array
    {
        $looks = $this->looks();
        $counted = $this->counts->newest();
        $standing = $this->counts->inTrays();
        $rows = Row::all($this->db, 'SELECT l.id, b.pot_on, b.sheet_id FROM line l JOIN batch b ON b.id = l.batch_id
            WHERE b.called_off = 0 AND b.stuck_on IS NOT NULL AND b.left_bench_on IS NULL');
        $this->sheets->have(Row::ints($rows, 'sheet_id'));
        $triggers = [];
        foreach ($rows as $row) {
            $id = $row->int('id');
            $school = $this->sheets->potting($row->int('sheet_id'))->trigger;
            $triggers[$id] = Trigger::of(
                $school,
                $looks[$id] ?? [],
                $standing[$id]['rooted'] ?? 0,
                $counted[$id] ?? null,
                $row->day('pot_on'),
                $this->today->day(),
            );
        }

        return $triggers;
    }

    public function of(Line $line): ?Queued
    {
        $standing = $this->counts->on([(int) $line->id])[(int) $line->id];

        return $standing['stuck'] + $standing['rooted'] === 0
            ? null
            : $this->queued($line, $standing, $this->looks($line)[(int) $line->id] ?? [], $this->counts->newest()[(int) $line->id] ?? null);
    }

    /**
     * @param array<string, int> $standing stuck and rooted
     * @param list<Looked>       $looks
     */
    private function queued(Line $line, array $standing, array $looks, ?\DateTimeImmutable $counted): Queued
    {
        $batch = $line->batch;
        $pot = $this->pottings->potOf($batch);
        $today = $this->today->day();
        $inTrays = new LineInTrays(
            $batch->code,
            $line->number,
            $standing['stuck'],
            $standing['rooted'],
            $looks,
            $counted,
            $batch->days->potOn,
            $batch->heldFor($this->house->timetable()),
            $batch->way()->potting->trigger,
            $this->history->rateOf($batch->sheet->way)->rate,
            $batch->way()->leftLongerRootsHere($this->house->defaults())->mean(),
            fn () => $this->curves->rootedNow($batch),
            $batch->way($pot)->potting->isStuckInto($pot->name),
        );
        $order = $this->nearest($batch);

        return new Queued(
            $batch,
            $line,
            $standing['stuck'],
            $standing['rooted'],
            ToPot::line(
                $inTrays,
                $this->hours($batch, $pot),
                $this->growingOn($batch),
                $order?->ready(),
                $order?->customer?->name,
                $today,
                $this->house->defaults(),
            ),
            $pot,
        );
    }

    private function planned(Batch $batch): Queued
    {
        $pot = $this->pottings->potOf($batch);
        $order = $this->nearest($batch);
        $plants = (int) round($batch->amount->plants() * $this->history->rateOf($batch->sheet->way)->rate);
        $toPot = ToPot::planned(
            $batch->code,
            $plants,
            $batch->days->potOn,
            $batch->heldFor($this->house->timetable()),
            $this->hours($batch, $pot),
            $this->growingOn($batch),
            $order?->ready(),
            $order?->customer?->name,
            $this->today->day(),
            $this->house->defaults(),
            $batch->way($pot)->potting->isStuckInto($pot->name),
        );

        return new Queued($batch, null, 0, 0, $toPot, $pot);
    }

    /** @return \Closure(int): float */
    private function hours(Batch $batch, Pot $pot): \Closure
    {
        $norms = $this->house->nursery()->norms();
        $sheet = $batch->way($pot);
        $cells = $batch->trayKind->cells;

        return $sheet->potting->isStuckInto($pot->name)
            ? static fn (int $plants) => $norms->hoursToPot($plants, $pot->name, $sheet->setting->traysOf($plants, $cells))
            : static fn (int $plants) => $norms->hoursToPot($plants, $pot->name);
    }

    private function growingOn(Batch $batch): GrowingOn
    {
        return $this->house->timetable()->in($batch->zone->core(), $batch->way())->growingOn;
    }

    private function nearest(Batch $batch): ?Wanted
    {
        $orders = array_filter($batch->orders(), static fn (Wanted $w) => !$w->calledOff);
        usort($orders, static fn (Wanted $a, Wanted $b) => $a->readyWeek <=> $b->readyWeek);

        return $orders[0] ?? null;
    }

    /** @return list<Batch> */
    private function batches(Week $last): array
    {
        $query = $this->em->createQuery('SELECT b, l, st, w, sh FROM '.Batch::class.' b
            LEFT JOIN b.lines l LEFT JOIN b.standing st LEFT JOIN b.wanted w LEFT JOIN b.shared sh
            WHERE b.calledOff = false AND b.leftBenchOn IS NULL AND (b.sticking.stuckOn IS NOT NULL OR b.days.potOn <= :last)
            ORDER BY b.code')->setParameter('last', $last->sunday()->format('Y-m-d'));
        $this->known->readAhead(sheet: SheetVersion::class, crop: Crop::class, block: StockBlock::class, zone: Zone::class, trayKind: TrayKind::class);

        return Row::things(Row::apart($query, Wanted::class, 'pot', 'customer'), Batch::class);
    }

    /** @return array<int, list<Looked>> by line, in order */
    private function looks(?Line $only = null): array
    {
        $rows = Row::all($this->db,
            'SELECT r.line_id, r.on_day, r.stages, r.verdict FROM root_check r JOIN line l ON l.id = r.line_id
                JOIN batch b ON b.id = l.batch_id
             WHERE b.left_bench_on IS NULL AND (:line IS NULL OR l.id = :line) ORDER BY r.on_day, r.id',
            ['line' => $only?->id],
        );
        $looks = [];
        foreach ($rows as $row) {
            $looks[$row->int('line_id')][] = new Looked($row->day('on_day'), StageTally::of($row->counts('stages')), Verdict::from($row->text('verdict')));
        }

        return $looks;
    }
}
