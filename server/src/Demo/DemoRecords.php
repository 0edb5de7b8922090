<?php

declare(strict_types=1);

namespace WetCradle\Server\Demo;

use Doctrine\DBAL\Connection;
use WetCradle\Core\Book\ActKind;
use WetCradle\Core\Book\BatchResult;
use WetCradle\Core\Book\CountBook;
use WetCradle\Core\Book\Entry;
use WetCradle\Core\Book\State;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Rooting\ReadyCheck;
use WetCradle\Core\Rooting\StageTally;
use WetCradle\Core\Rooting\Verdict;
use WetCradle\Server\Book\Ledger;

/** Writes the made-up nursery's rows straight into the tables, whose own guards check every entry. */
final class DemoRecords
{
    /** @var array<int, list<int>> */
    private array $lines = [];

    /** From which chance on a check settles that a batch is ready. */
    private readonly float $sure;

    public function __construct(private readonly Connection $db, private readonly CountBook $book)
    {
        $this->sure = HouseDefaults::usual()->number(HouseDefault::SureOfReady);
    }

    public function wanted(int $crop, int $plants, int $pot, Week $ready, ?int $customer, string $priority, \DateTimeImmutable $at): int
    {
        $this->db->insert(
            'wanted',
            [
                'version' => 1, 'crop_id' => $crop, 'plants' => $plants, 'pot_id' => $pot, 'ready_week' => $ready->written(),
                'customer_id' => $customer, 'priority' => $priority, 'note' => null, 'called_off' => 0, 'entered_by_id' => 1,
                'entered_at' => $at->format('Y-m-d H:i:s'), 'reference' => DemoNursery::reference($customer, $ready),
            ],
        );

        return (int) $this->db->lastInsertId();
    }

    /**
     * @param array<string, mixed> $columns
     * @param list<int>            $people
     */
    public function batch(array $columns, array $people): int
    {
        $this->db->insert('batch', $columns);
        $id = (int) $this->db->lastInsertId();
        foreach ($people as $person) {
            $this->db->insert('batch_people', ['batch_id' => $id, 'account_id' => $person]);
        }

        return $id;
    }

    public function line(int $batch, int $number, \DateTimeImmutable $since, ?string $note): int
    {
        $this->db->insert('line', ['batch_id' => $batch, 'number' => $number, 'since' => $since->format('Y-m-d'), 'note' => $note]);
        $id = (int) $this->db->lastInsertId();
        $this->lines[$batch][] = $id;

        return $id;
    }

    public function check(int $line, \DateTimeImmutable $on, StageTally $tally, float $threshold, int $by): Verdict
    {
        $ready = ReadyCheck::of($tally->lifted(), $tally->rooted(), $threshold, Beta::of(1, 1), $this->sure);
        $this->db->insert(
            'root_check',
            [
                'line_id' => $line, 'on_day' => $on->format('Y-m-d'), 'stages' => json_encode($tally->counts, JSON_THROW_ON_ERROR),
                'there' => max($tally->lifted(), $this->book->at($line, State::Stuck) + $this->book->at($line, State::Rooted)),
                'lifted' => $tally->lifted(), 'rooted' => $tally->rooted(), 'threshold' => $threshold, 'chance' => $ready->chance(),
                'verdict' => $ready->verdict()->value, 'note' => null, 'by_id' => $by, 'at' => $on->setTime(9, 20)->format('Y-m-d H:i:s'),
            ],
        );

        return $ready->verdict();
    }

    /** @param list<Entry> $entries */
    public function act(int $batch, ActKind $kind, \DateTimeImmutable $on, string $says, int $by, array $entries): void
    {
        $this->db->insert(
            'act',
            [
                'kind' => $kind->value, 'batch_id' => $batch, 'on_day' => $on->format('Y-m-d'),
                'at' => $on->setTime(16, 5)->format('Y-m-d H:i:s'), 'by_id' => $by, 'says' => $says, 'undoes' => null,
            ],
        );
        $act = (int) $this->db->lastInsertId();
        foreach ($entries as $entry) {
            $this->db->insert('entry', Ledger::row($entry, $act));
        }
    }

    public function writeStandings(): void
    {
        $byLine = [];
        foreach ($this->book->entries() as $entry) {
            foreach (array_unique(array_filter([$entry->posting->from?->line, $entry->posting->to?->line])) as $line) {
                $byLine[$line][$entry->number] = $entry->posting;
            }
        }
        foreach ($this->lines as $batch => $lines) {
            $moves = [];
            foreach ($lines as $line) {
                $moves += $byLine[$line] ?? [];
            }
            ksort($moves);
            $result = BatchResult::of($moves, $lines);
            $this->db->insert(
                'batch_standing',
                [
                    'batch_id' => $batch, 'came_in' => $result->cameIn, 'stuck' => $result->stuck, 'rooted' => $result->rooted,
                    'could_root' => $result->couldRoot(), 'waiting' => $result->waiting, 'potted' => $result->potted, 'live' => $result->live(),
                    'counted' => $result->isCounted() ? 1 : 0, 'lost' => json_encode((object) $result->lostByCause, JSON_THROW_ON_ERROR),
                    'lost_in_trays' => json_encode((object) $result->lostInTrays, JSON_THROW_ON_ERROR),
                    'states' => json_encode($result->standing, JSON_THROW_ON_ERROR),
                ],
            );
        }
    }
}
