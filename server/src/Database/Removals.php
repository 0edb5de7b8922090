<?php

declare(strict_types=1);

namespace WetCradle\Server\Database;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception\ConstraintViolationException;
use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;

/**
 * Takes out of the records what nothing rests on, and puts it back. What rests on a thing is seen by the references of the
 * database, so that no new table can be forgotten.
 */
final class Removals
{
    /** Tables by what a person calls one of their things, and several. */
    private const NOUNS = [
        'account' => ['person', 'people'],
        'act' => ['act in the book', 'acts in the book'],
        'alarm' => ['alarm', 'alarms'],
        'alarm_outlet' => ['place where alarms are told', 'places where alarms are told'],
        'batch' => ['batch', 'batches'],
        'batch_moves_on' => ['move of a batch', 'moves of batches'],
        'batch_people' => ['batch stuck', 'batches stuck'],
        'batch_shared' => ['shared batch', 'shared batches'],
        'batch_standing' => ['batch in the book', 'batches in the book'],
        'brought_in' => ['table brought in', 'tables brought in'],
        'calendar_address' => ['private address of a calendar', 'private addresses of calendars'],
        'change_note' => ['change in the history', 'changes in the history'],
        'collection' => ['collection', 'collections'],
        'crop' => ['crop', 'crops'],
        'day_tick' => ['step of a day done', 'steps of days done'],
        'device' => ['device', 'devices'],
        'dispatch' => ['plant sent', 'plants sent'],
        'entry' => ['entry in the book', 'entries in the book'],
        'guest' => ['other tenant of a zone', 'other tenants of zones'],
        'inspection' => ['inspection', 'inspections'],
        'licence' => ['licence', 'licences'],
        'line' => ['line of a batch', 'lines of batches'],
        'look_dealt' => ['word on what was found', 'words on what was found'],
        'lot_step' => ['step of a lot', 'steps of lots'],
        'made_dip' => ['dip made', 'dips made'],
        'made_dip_batch' => ['batch dipped', 'batches dipped'],
        'past_batch' => ['batch from before', 'batches from before'],
        'plan_version' => ['kept plan', 'kept plans'],
        'pot_lot' => ['lot', 'lots'],
        'practice' => ['practice set', 'practice sets'],
        'recall' => ['recall', 'recalls'],
        'root_check' => ['check', 'checks'],
        'round_look' => ['look on the round', 'looks on the round'],
        'sign_seen' => ['sign seen', 'signs seen'],
        'standing' => ['line in the book', 'lines in the book'],
        'stock_block' => ['stock block', 'stock blocks'],
        'stock_care' => ['thing done for stock plants', 'things done for stock plants'],
        'stock_plant' => ['plant entered by itself', 'plants entered by themselves'],
        'taken_out' => ['thing taken out', 'things taken out'],
        'treatment' => ['treatment', 'treatments'],
        'trial' => ['trial', 'trials'],
        'trial_arm' => ['arm of a trial', 'arms of trials'],
        'trial_tray' => ['tray of a trial', 'trays of trials'],
        'wanted' => ['order', 'orders'],
        'way' => ['way', 'ways'],
        'way_sheet' => ['sheet', 'sheets'],
        'zone' => ['zone', 'zones'],
        'zone_closed' => ['closing', 'closings'],
        'reading' => ['reading', 'readings'],
        'reading_day' => ['day as it was measured', 'days as they were measured'],
        'reading_hour' => ['hour as it was measured', 'hours as they were measured'],
        'reading_last' => ['newest reading', 'newest readings'],
        'zone_programme' => ['setting of its controller', 'settings of its controller'],
    ];

    public function __construct(
        private readonly Connection $db,
        private readonly EntityManagerInterface $em,
        private readonly Writing $writing,
        private readonly Today $today,
    ) {
    }

    /**
     * Takes a thing out, with what is of it alone.
     *
     * @param string                $what  by which the history calls it
     * @param string                $said  by which people call it
     * @param array<string, string> $own   tables whose rows go along, each with the condition by which they are of the thing
     * @param list<string>          $named what rests on it by its name, as `3 crop sheets`
     *
     * @return int by which it is put back
     *
     * @throws Refused in_use where something rests on it
     */
    public function take(string $what, string $said, string $table, int $id, array $own = [], array $named = []): int
    {
        $this->em->flush();
        $rests = [...$named, ...$this->restsOn($table, $id, array_keys($own))];
        if ($rests !== []) {
            throw Refused::because('in_use', $what, sprintf('%s cannot be taken out: %s rest on it.', $said, self::list($rests)));
        }
        $kept = [];
        foreach ([$table => 'id = ?', ...$own] as $of => $which) {
            foreach ($this->db->fetchAllAssociative("SELECT * FROM {$of} WHERE {$which}", [$id]) as $row) {
                $kept[] = ['table' => $of, 'row' => $row];
            }
        }
        // Things that point to each other go together.
        $this->db->executeStatement('PRAGMA defer_foreign_keys = ON');
        foreach (array_reverse([$table => 'id = ?', ...$own]) as $of => $which) {
            $this->db->executeStatement("DELETE FROM {$of} WHERE {$which}", [$id]);
        }
        $taken = new TakenOut($what, $said, $kept, $this->today->now(), $this->writing->by());
        $this->em->persist($taken);
        $this->writing->keep($what, $said, ['takenOut' => null], ['takenOut' => 'yes']);
        $this->em->flush();

        return (int) $taken->id;
    }

    /** @throws Refused where it stands there again, or something of its name does */
    public function putBack(TakenOut $taken): void
    {
        if ($taken->backAt !== null) {
            throw Refused::because('not_possible', 'taken', sprintf('%s is there again already.', $taken->which));
        }
        $cannot = Refused::because(
            'taken',
            'taken',
            sprintf('%s cannot be put back: another of that name was entered meanwhile, or what it belonged to is gone.', $taken->which),
        );
        $this->db->executeStatement('PRAGMA defer_foreign_keys = ON');
        try {
            foreach ($taken->kept as ['table' => $table, 'row' => $row]) {
                $this->db->insert($table, $row);
            }
        } catch (ConstraintViolationException) {
            throw $cannot;
        }
        foreach (array_unique(array_column($taken->kept, 'table')) as $table) {
            if ($this->db->fetchAllAssociative("PRAGMA foreign_key_check({$table})") !== []) {
                throw $cannot;
            }
        }
        $taken->backAt = $this->today->now();
        $this->writing->keep($taken->what, $taken->which, ['takenOut' => 'yes'], ['takenOut' => 'put back']);
    }

    /**
     * @param list<string> $but tables whose rows go along
     *
     * @return list<string> such as `3 batches`
     */
    private function restsOn(string $table, int $id, array $but): array
    {
        $counts = [];
        foreach (Row::all($this->db, "SELECT m.name AS of, f.\"from\" AS by FROM sqlite_master m JOIN pragma_foreign_key_list(m.name) f
            WHERE m.type = 'table' AND f.\"table\" = ? ORDER BY m.name", [$table]) as $reference) {
            $of = $reference->text('of');
            if (!in_array($of, $but, true)) {
                $many = Row::number($this->db, sprintf('SELECT count(*) FROM %s WHERE %s = ?', $of, $reference->text('by')), [$id]);
                $counts[$of] = ($counts[$of] ?? 0) + $many;
            }
        }
        $rests = [];
        foreach (array_filter($counts) as $of => $many) {
            $rests[] = sprintf('%d %s', $many, (self::NOUNS[$of] ?? [$of, $of])[$many === 1 ? 0 : 1]);
        }

        return $rests;
    }

    /** @param non-empty-list<string> $rests */
    private static function list(array $rests): string
    {
        $last = array_pop($rests);

        return $rests === [] ? $last : implode(', ', $rests).' and '.$last;
    }
}
