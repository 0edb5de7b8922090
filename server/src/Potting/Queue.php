<?php

declare(strict_types=1);

namespace WetCradle\Server\Potting;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Dates\PlainDates;
use WetCradle\Core\Plan\Standing;
use WetCradle\Core\Potting\Looked;
use WetCradle\Core\Potting\PotJob;
use WetCradle\Core\Potting\RootRun;
use WetCradle\Core\Potting\Trigger;
use WetCradle\Core\Rooting\StageTally;
use WetCradle\Server\Book\Line;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Plan\Loads;
use WetCradle\Server\Rooting\CheckViews;
use WetCradle\Server\Rooting\Curves;
use WetCradle\Server\Rooting\RootCheck;
use WetCradle\Server\Wanted\Wanted;

/** Lines that stand in trays, with whether they are to be potted by their school, how many, and how late that gets. */
final class Queue
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Connection $db,
        private readonly Curves $curves,
        private readonly Loads $loads,
        private readonly Pottings $pottings,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /** @return list<Waits> all that could be potted up to the end of this week, the due ones first, then by how little they can wait */
    public function until(Week $last): array
    {
        $standing = $this->standing();
        $looks = $this->looks();
        $counted = $this->counted();
        $found = [];
        foreach ($this->batches($last) as $batch) {
            foreach ($batch->lines as $line) {
                [$stuck, $rooted] = $standing[(int) $line->id] ?? [0, 0];
                if ($stuck + $rooted > 0) {
                    $found[] = $this->waits($batch, $line, $stuck, $rooted, $looks[(int) $line->id] ?? [], $counted[(int) $line->id] ?? null);
                }
            }
            if (!$batch->isStuck()) {
                $found[] = $this->planned($batch);
            }
        }
        usort($found, static fn (Waits $a, Waits $b) => [!$a->trigger->isDue, $a->job->lastGood(), $a->batch->code, $a->number()] <=> [!$b->trigger->isDue, $b->job->lastGood(), $b->batch->code, $b->number()]);

        return $found;
    }

    /** @return array<int, Trigger> whether each line in a tray is due for potting, by line */
    public function triggers(): array
    {
        $looks = $this->looks();
        $counted = $this->counted();
        $found = [];
        $rows = $this->db->iterateAssociative("SELECT l.id, b.pot_on, json_extract(h.details, '$.potting.trigger') AS school, (SELECT coalesce(sum(s.count), 0) FROM standing s WHERE s.line_id = l.id AND s.state = 'rooted') AS rooted FROM line l JOIN batch b ON b.id = l.batch_id JOIN way_sheet h ON h.id = b.sheet_id WHERE b.called_off = 0 AND b.stuck_on IS NOT NULL AND b.left_bench_on IS NULL");
        foreach ($rows as $row) {
            $id = (int) $row['id'];
            $found[$id] = Trigger::of((string) $row['school'], $looks[$id] ?? [], (int) $row['rooted'], $counted[$id] ?? null, new \DateTimeImmutable((string) $row['pot_on']), $this->today->day());
        }

        return $found;
    }

    public function of(Line $line): ?Waits
    {
        [$stuck, $rooted] = $this->standing()[(int) $line->id] ?? [0, 0];

        return $stuck + $rooted === 0 ? null : $this->waits($line->batch, $line, $stuck, $rooted, $this->looks((int) $line->id)[(int) $line->id] ?? [], $this->counted()[(int) $line->id] ?? null);
    }

    /**
     * @param list<Looked> $looks
     */
    private function waits(Batch $batch, Line $line, int $stuck, int $rooted, array $looks, ?\DateTimeImmutable $counted): Waits
    {
        $today = $this->today->day();
        $potting = $batch->sheet->core()->potting;
        $trigger = Trigger::of($potting->trigger, $looks, $rooted, $counted, $batch->potOn, $today);
        // A full count has told who has roots; before it, the curve says how many by now.
        $plants = match (true) {
            $rooted > 0 => $rooted,
            $trigger->isDue && $line->number === 1 => (int) round($stuck * $this->curves->curve($batch)->rootedAt($this->curves->tau($batch, $today))),
            $line->number > 1 => (int) round($stuck * Standing::leftLonger()->mean()),
            default => (int) round($stuck * $this->loads->rate((int) $batch->sheet->way->id)),
        };
        $last = $looks === [] ? null : $looks[array_key_last($looks)]->tally;

        return new Waits($batch, $line, $stuck, $rooted, $plants, $trigger, $trigger->since === null ? null : RootRun::of($trigger->since, $last, $today), $this->job($batch, $plants, $trigger), $this->pottings->potOf($batch));
    }

    private function planned(Batch $batch): Waits
    {
        $plants = (int) round($batch->planned * $this->loads->rate((int) $batch->sheet->way->id));
        $trigger = Trigger::of('calendar', [], 0, null, max($batch->potOn, $this->today->day()->modify('+1 day')), $this->today->day());

        return new Waits($batch, null, 0, 0, $plants, $trigger, null, $this->job($batch, $plants, $trigger), $this->pottings->potOf($batch));
    }

    private function job(Batch $batch, int $plants, Trigger $trigger): PotJob
    {
        $able = $trigger->since ?? $batch->potOn->modify(sprintf('-%d days', $batch->heldDays));
        $order = $this->nearest($batch);
        $sheet = $batch->sheet->core();

        return PotJob::of($batch->code, $plants, $this->house->nursery()->norms()->hoursToPot($plants, $this->pottings->potOf($batch)->name), $able, $able->modify(sprintf('+%d days', RootRun::DAYS)),
            $this->house->timetable()->in($batch->zone->core(), $sheet)->growingOn, $order?->ready(), $order?->customer?->name, PlainDates::MOST_HELD);
    }

    private function nearest(Batch $batch): ?Wanted
    {
        $orders = array_filter([...$batch->wanted === null ? [] : [$batch->wanted], ...$batch->shared->toArray()], static fn (Wanted $w) => !$w->calledOff);
        usort($orders, static fn (Wanted $a, Wanted $b) => $a->readyWeek <=> $b->readyWeek);

        return $orders[0] ?? null;
    }

    /** @return list<Batch> */
    private function batches(Week $last): array
    {
        return $this->em->createQuery('SELECT b, s, w, y, c, l, o, st, z, t FROM '.Batch::class.' b JOIN b.sheet s JOIN s.way y JOIN b.crop c JOIN b.zone z JOIN b.trayKind t LEFT JOIN b.wanted w LEFT JOIN w.pot o LEFT JOIN b.lines l LEFT JOIN b.standing st
            WHERE b.calledOff = false AND b.leftBenchOn IS NULL AND (b.stuckOn IS NOT NULL OR b.potOn <= :last) ORDER BY b.code')->setParameter('last', $last->sunday()->format('Y-m-d'))->getResult();
    }

    /** @return array<int, array{int, int}> stuck and rooted, by line */
    private function standing(): array
    {
        $found = [];
        foreach ($this->db->iterateAssociative("SELECT s.line_id, sum(CASE s.state WHEN 'stuck' THEN s.count ELSE 0 END) AS stuck, sum(CASE s.state WHEN 'rooted' THEN s.count ELSE 0 END) AS rooted FROM standing s WHERE s.count > 0 AND s.state IN ('stuck', 'rooted') GROUP BY s.line_id") as $row) {
            $found[(int) $row['line_id']] = [(int) $row['stuck'], (int) $row['rooted']];
        }

        return $found;
    }

    /** @return array<int, list<Looked>> by line, in order */
    private function looks(?int $line = null): array
    {
        $found = [];
        foreach ($this->em->createQuery('SELECT r, l FROM '.RootCheck::class.' r JOIN r.line l JOIN l.batch b WHERE b.leftBenchOn IS NULL'.($line === null ? '' : ' AND l.id = '.$line).' ORDER BY r.onDay, r.id')->getResult() as $check) {
            $found[(int) $check->line->id][] = new Looked($check->onDay, StageTally::of($check->stages), CheckViews::ready($check->lifted, $check->rooted, $check->threshold));
        }

        return $found;
    }

    /** @return array<int, \DateTimeImmutable> the day of the newest full count, by line */
    private function counted(): array
    {
        $found = [];
        foreach ($this->db->iterateAssociative("SELECT e.to_line AS line, max(a.on_day) AS on_day FROM act a JOIN entry e ON e.act_id = a.id JOIN line l ON l.id = e.to_line JOIN batch b ON b.id = l.batch_id WHERE b.left_bench_on IS NULL AND a.kind = 'count_and_pot' AND e.to_state = 'rooted' AND NOT EXISTS (SELECT 1 FROM act u WHERE u.undoes = a.id) GROUP BY e.to_line") as $row) {
            $found[(int) $row['line']] = new \DateTimeImmutable((string) $row['on_day']);
        }

        return $found;
    }
}
