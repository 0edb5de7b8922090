<?php

declare(strict_types=1);

namespace WetCradle\Server\Rates;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Book\BatchResult;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Rates\LearntShare;
use WetCradle\Core\Rates\PastBatch;
use WetCradle\Server\Book\BatchStanding;
use WetCradle\Server\Book\Counts;
use WetCradle\Server\Crops\Way;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;

/**
 * How many of what a way roots come through potting and growing on, and how many of what was left longer after a count still
 * root: learnt of its newest batches, kept with the way.
 */
final class LearntShares
{
    /** So many of the newest batches of a way teach it. */
    private const TEACH = 12;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Connection $db,
        private readonly Learning $learning,
        private readonly Counts $counts,
        private readonly House $house,
    ) {
    }

    /** As it is kept; null where no batch has come so far. */
    public static function kept(Row $row, string $column): ?LearntShare
    {
        if ($row->textOrNull($column) === null) {
            return null;
        }
        $kept = array_map(static fn (mixed $value) => is_numeric($value) ? (float) $value : 0.0, $row->json($column));

        return LearntShare::kept($kept['a'] ?? 0.0, $kept['b'] ?? 0.0, (int) ($kept['batches'] ?? 0));
    }

    /**
     * How many of a counted batch that stands in trays are still to be potted: those that have roots, and of what was left longer
     * as many as root so.
     *
     * @param Row                $row    with `left_longer` of its way
     * @param array<string, int> $states
     */
    public static function toPot(Row $row, array $states, HouseDefaults $defaults): int
    {
        $share = (self::kept($row, 'left_longer')->share ?? LearntShare::usualOfLeftLonger($defaults))->mean();

        return $states['rooted'] + (int) round($states['stuck'] * $share);
    }

    /**
     * Learns it anew of the ways of these batches. Must run inside a transaction.
     *
     * @param list<int> $batches of which something was booked
     */
    public function anew(array $batches): void
    {
        $ways = array_map(intval(...), Row::words($this->db, 'SELECT DISTINCT s.way_id FROM batch b JOIN way_sheet s ON s.id = b.sheet_id
            WHERE b.id IN (?) AND b.left_bench_on IS NOT NULL', [$batches], [ArrayParameterType::INTEGER]));
        if ($ways === []) {
            return;
        }
        [$through, $leftLonger] = [$this->past($ways), $this->counts->leftLonger($ways)];
        foreach ($this->em->getRepository(Way::class)->findBy(['id' => $ways]) as $way) {
            $learnt = [
                'through' => $this->learn($way->core()->potting->survival, $through[(int) $way->id] ?? []),
                'left_longer' => $this->learn(LearntShare::usualOfLeftLonger($this->house->defaults()), array_map(
                    static fn (array $line) => PastBatch::of($line['rooted'], BatchResult::couldRootOf($line['left'], $line['rooted'], $line['lost'])),
                    $leftLonger[(int) $way->id] ?? [],
                )),
            ];
            if ($learnt['through'] !== $way->through || $learnt['left_longer'] !== $way->leftLonger) {
                $this->db->update('way', array_map(
                    static fn (?array $share) => $share === null ? null : json_encode($share, JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION),
                    $learnt,
                ), ['id' => $way->id]);
                [$way->through, $way->leftLonger] = array_values($learnt);
            }
        }
    }

    /**
     * @param list<PastBatch> $past the newest first
     *
     * @return ?array{a: float, b: float, batches: int}
     */
    private function learn(Beta $usual, array $past): ?array
    {
        $learnt = LearntShare::learn($usual, $this->learning->nursery(), array_slice($past, 0, self::TEACH));

        return $learnt === null ? null : ['a' => self::digits($learnt->share->a), 'b' => self::digits($learnt->share->b), 'batches' => $learnt->batches];
    }

    /**
     * Batches of which every plant is ready, sold or lost, the newest first; without those that left unpotted.
     *
     * @param list<int> $ways
     *
     * @return array<int, list<PastBatch>> by way
     */
    private function past(array $ways): array
    {
        $past = [];
        foreach (Row::all($this->db, 'SELECT s.way_id, t.rooted, t.states, t.lost, t.lost_in_trays FROM batch b JOIN way_sheet s ON s.id = b.sheet_id
            JOIN batch_standing t ON t.batch_id = b.id
            WHERE s.way_id IN (?) AND b.left_bench_on IS NOT NULL AND t.counted = 1 AND NOT EXISTS (SELECT 1 FROM line l JOIN pot_lot p ON p.id = l.lot_id
                JOIN pot o ON o.id = p.pot_id WHERE l.batch_id = b.id AND o.millilitres = 0) ORDER BY b.stuck_on DESC, b.id DESC',
            [$ways], [ArrayParameterType::INTEGER]) as $row) {
            $states = BatchStanding::statesOf($row);
            $through = $states['grown'] + $states['sold'];
            $before = $row->counts('lost_in_trays');
            $lost = [];
            foreach ($row->counts('lost') as $cause => $count) {
                $lost[$cause] = $count - ($before[$cause] ?? 0);
            }
            // Of what is still growing nobody knows yet.
            if ($through + array_sum($lost) > 0 && $states['stuck'] + $states['rooted'] + $states['potted'] === 0) {
                $could = BatchResult::couldRootOf($through + array_sum($lost), $through, $lost);
                $past[$row->int('way_id')][] = PastBatch::of($through, $could);
            }
        }

        return $past;
    }

    /** One more batch of many does not make every plan another. */
    private static function digits(float $value): float
    {
        return (float) sprintf('%.2e', $value);
    }
}
