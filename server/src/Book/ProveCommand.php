<?php

declare(strict_types=1);

namespace WetCradle\Server\Book;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use WetCradle\Core\Book\BatchResult;
use WetCradle\Core\Book\Entry;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Rates\LearntShares;
use WetCradle\Server\Rooting\Forecasts;

/** Reckons every summary that is kept with the book anew, from the entries themselves, and says where one differs; keeps nothing. */
#[AsCommand(name: 'cradle:prove', description: 'Reckons all kept summaries anew and says where one differs from what is kept; changes nothing.')]
final class ProveCommand extends Command
{
    /** Batches whose entries are folded at once. */
    private const AT_ONCE = 500;
    /** Differences of a kind that are told one by one. */
    private const TOLD = 5;
    /** What is reckoned anew by those that keep it, and compared row by row. */
    private const RECKONED = [
        'forecasts of batches' => 'SELECT batch_id AS id, hex(packed) AS packed, roots, own FROM batch_forecast ORDER BY batch_id',
        'what ways have learnt' => 'SELECT id, learnt, through, left_longer FROM way ORDER BY id',
        'what the nursery has learnt' => 'SELECT id, phi, ln_phi_sd, mishap_chance, mishap_a, mishap_b, mishaps, batches, marked FROM learnt',
        'what ways tell' => 'SELECT way_id AS id, marked, mishaps, batches, spread FROM way_tells ORDER BY way_id',
    ];

    public function __construct(
        private readonly Connection $db,
        private readonly EntityManagerInterface $em,
        private readonly Forecasts $forecasts,
        private readonly LearntShares $shares,
    ) {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $wrong = $this->say($output, 'places of plants', $this->places()) + $this->say($output, 'standings of batches', $this->standings());
        foreach ($this->reckoned() as $what => $different) {
            $wrong += $this->say($output, $what, $different);
        }
        $output->writeln($wrong === 0 ? 'All that is kept is as it is reckoned anew.' : sprintf('%d kept rows are not as they are reckoned anew.', $wrong));

        return $wrong === 0 ? self::SUCCESS : self::FAILURE;
    }

    /** @return array{int, list<int|string>} rows that were looked at, and which of them differ */
    private function places(): array
    {
        $folded = 'SELECT line, state, sum(n) AS n FROM (SELECT to_line AS line, to_state AS state, count AS n FROM entry WHERE to_line IS NOT NULL
            UNION ALL SELECT from_line, from_state, -count FROM entry WHERE from_line IS NOT NULL) GROUP BY line, state';
        $different = Row::words($this->db, "SELECT 'line ' || coalesce(f.line, s.line_id) || ' ' || coalesce(f.state, s.state)
            FROM ({$folded}) f FULL JOIN standing s ON s.line_id = f.line AND s.state = f.state WHERE coalesce(f.n, 0) <> coalesce(s.count, 0)");

        return [Row::number($this->db, 'SELECT count(*) FROM standing'), $different];
    }

    /** @return array{int, list<int|string>} */
    private function standings(): array
    {
        $kept = $different = [];
        foreach (Row::all($this->db, 'SELECT * FROM batch_standing ORDER BY batch_id') as $row) {
            $kept[$row->int('batch_id')] = $row;
        }
        foreach (array_chunk(array_keys($kept), self::AT_ONCE) as $some) {
            $lines = $entries = [];
            $within = implode(',', $some);
            foreach (Row::all($this->db, "SELECT id, batch_id FROM line WHERE batch_id IN ({$within})") as $line) {
                $lines[$line->int('batch_id')][] = $line->int('id');
            }
            foreach (Row::all($this->db, "SELECT e.*, l.batch_id AS of FROM entry e JOIN line l ON l.id IN (e.from_line, e.to_line)
                WHERE l.batch_id IN ({$within}) GROUP BY e.id, l.batch_id ORDER BY e.id") as $entry) {
                $entries[$entry->int('of')][] = $entry;
            }
            foreach ($some as $id) {
                $postings = array_map(static fn (Entry $entry) => $entry->posting, Ledger::entries($entries[$id] ?? []));
                $is = BatchResult::of($postings, $lines[$id] ?? []);
                $row = $kept[$id];
                $same = [$is->cameIn, $is->stuck, $is->couldRoot(), $is->rooted, $is->waiting, $is->potted, $is->live(), $is->isCounted()] === [
                    $row->int('came_in'), $row->int('stuck'), $row->int('could_root'), $row->int('rooted'), $row->int('waiting'), $row->int('potted'),
                    $row->int('live'), $row->flag('counted'),
                ] && [$is->lostByCause, $is->lostInTrays, $is->standing] === [$row->counts('lost'), $row->counts('lost_in_trays'), $row->counts('states')];
                if (!$same) {
                    $different[] = $id;
                }
            }
        }

        return [count($kept), $different];
    }

    /** @return array<string, array{int, list<int|string>}> */
    private function reckoned(): array
    {
        $before = array_map($this->rows(...), self::RECKONED);
        $found = [];
        $this->db->beginTransaction();
        try {
            $this->db->executeStatement('UPDATE batch_forecast SET stale = 1');
            $this->db->executeStatement("UPDATE way_tells SET rests_on = ''");
            $this->db->executeStatement('UPDATE learnt SET stale = 1');
            $this->forecasts->keepInStep();
            $this->shares->anew(array_map(intval(...), Row::words($this->db, 'SELECT id FROM batch WHERE left_bench_on IS NOT NULL')));
            $this->em->flush();
            foreach (self::RECKONED as $what => $sql) {
                $after = $this->rows($sql);
                $ids = array_keys($before[$what] + $after);
                $found[$what] = [count($ids), array_values(array_filter($ids, static fn (int $id) => ($before[$what][$id] ?? '') !== ($after[$id] ?? '')))];
            }
        } finally {
            $this->db->rollBack();
        }

        return $found;
    }

    /** @return array<int, string> what each row says, by its number */
    private function rows(string $sql): array
    {
        $rows = [];
        foreach ($this->db->fetchAllAssociative($sql) as $row) {
            $id = $row['id'];
            $rows[is_numeric($id) ? (int) $id : 0] = (string) json_encode($row);
        }

        return $rows;
    }

    /** @param array{int, list<int|string>} $looked */
    private function say(OutputInterface $output, string $what, array $looked): int
    {
        [$all, $different] = $looked;
        $told = implode(', ', array_slice($different, 0, self::TOLD)).(count($different) > self::TOLD ? ', …' : '');
        $output->writeln(sprintf('%d %s, %s.', $all, $what, $different === [] ? 'all as kept' : count($different).' not as kept: '.$told));

        return count($different);
    }
}
