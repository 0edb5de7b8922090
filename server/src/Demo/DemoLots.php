<?php

declare(strict_types=1);

namespace WetCradle\Server\Demo;

use Doctrine\DBAL\Connection;
use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Crops\Potting;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Potting\GrowOnSteps;
use WetCradle\Core\Rooting\PracticeSet;
use WetCradle\Core\Rooting\RootStage;
use WetCradle\Core\Rooting\Specimen;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Potting\PotLot;

/** What the made-up nursery has in pots: lots, some of two batches, what was done with them, whom they went to; and feet graded for practice. */
final class DemoLots
{
    /** Days within which batches of one crop are potted into one lot. */
    private const TOGETHER = 12;
    private const HANDS = [2, 3, 4];
    /** The customer whose plants go with a plant passport. */
    private const WITH_PASSPORT = 2;

    private readonly HouseDefaults $habits;

    public function __construct(
        private readonly Connection $db,
        private readonly Chance $chance,
        private readonly SiteAir $air,
        private readonly \DateTimeImmutable $today,
    ) {
        $this->habits = HouseDefaults::usual();
    }

    public function pot(): void
    {
        $number = 0;
        $last = [];
        foreach ($this->potted() as $row) {
            $on = $row->day('on_day');
            $near = $last[$row->int('crop_id').'|'.$row->int('pot_id')] ?? null;
            $joins = $near !== null
                && ($near['batch'] === $row->int('batch_id')
                    || ($near['batches'] < 2 && (int) $near['on']->diff($on)->format('%a') <= self::TOGETHER && $this->chance->happens(0.6)));
            if ($joins) {
                $near['batches'] += $near['batch'] === $row->int('batch_id') ? 0 : 1;
            } else {
                $readyOn = max($on->format('Y-m-d'), $row->text('ready_on'));
                $this->db->insert(
                    'pot_lot',
                    [
                        'version' => 1, 'code' => PotLot::codeOf(++$number), 'crop_id' => $row->int('crop_id'),
                        'pot_id' => $row->int('pot_id'), 'mix' => $row->text('mix'), 'potted_on' => $on->format('Y-m-d'),
                        'ready_on' => $readyOn, 'stands_since' => $on->format('Y-m-d'),
                    ],
                );
                $near = ['id' => (int) $this->db->lastInsertId(), 'batches' => 1];
                $this->steps($near['id'], WaySheet::of($row->json('details'))->potting, $on, new \DateTimeImmutable($readyOn));
            }
            $this->db->update('line', ['lot_id' => $near['id']], ['id' => $row->int('line_id')]);
            $last[$row->int('crop_id').'|'.$row->int('pot_id')] = ['batch' => $row->int('batch_id'), 'on' => $on] + $near;
        }
        $this->db->update('nursery', ['lots_numbered' => $number], ['id' => 1]);
        $this->send();
    }

    /** Two people have graded two sets: one knows the stages, the other calls what is on its way rooted. */
    public function practise(): void
    {
        foreach ([1 => [0.96, 0.0], 2 => [0.86, 0.7]] as $account => [$right, $hopeful]) {
            foreach ([1, 2] as $set) {
                $grades = array_map(fn (Specimen $specimen) => $this->grade($specimen->stage(), $right, $hopeful)->value, PracticeSet::of($set)->specimens);
                $this->db->insert(
                    'practice',
                    [
                        'account_id' => $account,
                        'set_number' => $set,
                        'grades' => json_encode($grades, JSON_THROW_ON_ERROR),
                        'at' => $this->today->modify(sprintf('-%d days', 40 - 20 * $set))->format('Y-m-d 07:40:00'),
                    ],
                );
            }
        }
    }

    /** @param float $hopeful how often short roots are called roots at the wall */
    private function grade(RootStage $stage, float $right, float $hopeful): RootStage
    {
        if ($stage === RootStage::Initials && $this->chance->happens($hopeful)) {
            return RootStage::AtWall;
        }
        $line = [RootStage::Nothing, RootStage::Callus, RootStage::Initials, RootStage::AtWall, RootStage::AtHole, RootStage::RootBound];
        $at = array_search($stage, $line, true);

        return $at === false || $this->chance->happens($right) ? $stage : $line[max(0, min(5, $at + $this->chance->oneOf([-1, 1])))];
    }

    /** @return list<Row> each line that was potted, in the order of the days */
    private function potted(): array
    {
        return Row::all($this->db, "SELECT l.id AS line_id, b.id AS batch_id, b.crop_id, b.ready_on, h.details, json_extract(h.details,
            '$.potting.mix') AS mix, min(a.on_day) AS on_day,
                coalesce(w.pot_id, (SELECT o.id FROM pot o WHERE o.name = json_extract(h.details, '$.potting.pot')), (SELECT o.id FROM pot o
                ORDER BY o.id LIMIT 1)) AS pot_id
             FROM line l JOIN batch b ON b.id = l.batch_id JOIN way_sheet h ON h.id = b.sheet_id LEFT JOIN wanted w ON w.id = b.wanted_id
             JOIN entry e ON e.to_line = l.id AND e.to_state = 'potted' JOIN act a ON a.id = e.act_id
             GROUP BY l.id ORDER BY on_day, l.id",
        );
    }

    private function steps(int $lot, Potting $sheet, \DateTimeImmutable $pottedOn, \DateTimeImmutable $readyOn): void
    {
        foreach (GrowOnSteps::of($sheet, $pottedOn, $readyOn, $this->air, $this->habits) as $step) {
            $on = $step['on']->modify(sprintf('+%d days', $this->chance->between(0, 3)));
            if ($on <= $this->today && ($on < $this->today->modify('-8 days') || $this->chance->happens(0.6))) {
                $this->db->insert(
                    'lot_step',
                    [
                        'lot_id' => $lot, 'kind' => $step['kind']->value, 'on_day' => $on->format('Y-m-d'), 'note' => null,
                        'at' => $on->setTime(15, 10)->format('Y-m-d H:i:s'), 'by_id' => $this->chance->oneOf(self::HANDS),
                    ],
                );
            }
        }
    }

    /** What was sold went to the order it was stuck for, as far as that wanted it. */
    private function send(): void
    {
        $sent = [];
        foreach (Row::all($this->db, "SELECT a.id, l.lot_id, b.wanted_id, w.plants, w.customer_id, sum(e.count) AS sold FROM act a
            JOIN entry e ON e.act_id = a.id AND e.to_state = 'sold' JOIN line l ON l.id = e.from_line
            JOIN batch b ON b.id = l.batch_id JOIN wanted w ON w.id = b.wanted_id WHERE l.lot_id IS NOT NULL GROUP BY a.id
            ORDER BY a.on_day, a.id") as $row) {
            $order = $row->int('wanted_id');
            $count = min($row->many('sold'), $row->int('plants') - ($sent[$order] ?? 0));
            if ($count > 0) {
                $sent[$order] = ($sent[$order] ?? 0) + $count;
                $this->db->insert('dispatch', [
                    'act_id' => $row->int('id'), 'lot_id' => $row->int('lot_id'), 'wanted_id' => $order, 'count' => $count,
                    'passport' => $row->intOrNull('customer_id') === self::WITH_PASSPORT ? sprintf('ZZ-0472 / P%d', $row->int('lot_id')) : null,
                ]);
            }
        }
    }
}
