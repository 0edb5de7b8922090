<?php

declare(strict_types=1);

namespace WetCradle\Server\Demo;

use Doctrine\DBAL\Connection;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Calendar\WindowShift;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Crops\WayWindows;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Plan\StickAgain;
use WetCradle\Core\Rooting\ReadyCheck;
use WetCradle\Core\Rooting\StageTally;
use WetCradle\Server\Database\Row;

/**
 * One batch of the made-up nursery fails a check today, while its crop can still be stuck again in time: of those that
 * could, the one with the most time left. Where no batch is so on a day, a week is added to the order that is nearest to it.
 */
final class DemoFailure
{
    private const LIFTED = ['dead' => 13, 'nothing' => 2, 'callus' => 1];

    public function __construct(private readonly Connection $db, private readonly \DateTimeImmutable $today, private readonly Timetable $timetable)
    {
    }

    public function happen(): void
    {
        $able = [];
        $rows = Row::all($this->db, 'SELECT b.id, l.id AS line, w.id AS wanted, w.ready_week, h.details FROM batch b
            JOIN line l ON l.batch_id = b.id JOIN wanted w ON w.id = b.wanted_id JOIN way_sheet h ON h.id = b.sheet_id
            JOIN batch_standing s ON s.batch_id = b.id
            WHERE s.counted = 0 AND s.waiting > 100 AND NOT EXISTS (SELECT 1 FROM root_check r WHERE r.line_id = l.id AND r.verdict = ?)
            ORDER BY b.id', ['ready']);
        foreach ($rows as $row) {
            $weeks = $this->weeksToAdd($row);
            if ($weeks !== null) {
                $able[] = [$weeks, $row->int('id'), $row];
            }
        }
        sort($able);
        if ($able !== []) {
            $this->fail($able[0][2], Week::of($able[0][2]->text('ready_week'))->plus($able[0][0])->written());
        }
    }

    /** @return ?int weeks by which its order must be due later for sticking again to help; null when none would do */
    private function weeksToAdd(Row $row): ?int
    {
        $sheet = WaySheet::of($row->json('details'));
        $windows = WayWindows::of($sheet->taking->windows, WindowShift::none());
        for ($weeks = 0; $weeks <= 26; ++$weeks) {
            $ready = Week::of($row->text('ready_week'))->plus($weeks);
            $again = StickAgain::for($windows, $this->timetable->usual($sheet), $ready, $this->today);
            if ($again->isPossible() && $again->from <= $this->today->modify('+2 weeks') && $again->last >= $this->today->modify('+10 days')) {
                return $weeks;
            }
        }

        return null;
    }

    private function fail(Row $row, string $ready): void
    {
        $readyShare = WaySheet::of($row->json('details'))->potting->readyShare;
        $this->db->update('wanted', ['ready_week' => $ready], ['id' => $row->int('wanted')]);
        $tally = StageTally::of(self::LIFTED);
        $check = ReadyCheck::of($tally->lifted(), $tally->rooted(), $readyShare, Beta::of(1, 1), HouseDefaults::usual()->number(HouseDefault::SureOfReady));
        $this->db->insert(
            'root_check',
            [
                'line_id' => $row->int('line'), 'on_day' => $this->today->format('Y-m-d'),
                'stages' => json_encode($tally->counts, JSON_THROW_ON_ERROR),
                'there' => Row::number($this->db, 'SELECT waiting FROM batch_standing WHERE batch_id = ?', [$row->int('id')]),
                'lifted' => $tally->lifted(), 'rooted' => $tally->rooted(), 'threshold' => $readyShare, 'chance' => $check->chance(),
                'verdict' => $check->verdict()->value, 'note' => 'Rot from the base, in all corners.', 'by_id' => 2,
                'at' => $this->today->format('Y-m-d 08:10:00'),
            ],
        );
    }
}
