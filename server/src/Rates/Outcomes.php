<?php

declare(strict_types=1);

namespace WetCradle\Server\Rates;

use Doctrine\DBAL\Connection;
use WetCradle\Core\Crops\Setting;
use WetCradle\Core\Rates\LossShare;
use WetCradle\Core\Rates\Promise;
use WetCradle\Core\Rates\Promises;
use WetCradle\Core\Rates\StageFlow;
use WetCradle\Core\Rates\StageShare;
use WetCradle\Server\Book\BatchStanding;
use WetCradle\Server\Book\Counts;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Database\Row;

/** What came of batches: how far their plants came, what the others were lost to, and whether what was promised was kept. */
final class Outcomes
{
    public function __construct(
        private readonly Connection $db,
        private readonly Learning $learning,
        private readonly Counts $counts,
    ) {
    }

    /**
     * Of one crop.
     *
     * @return array<string, mixed>
     */
    public function of(Crop $crop): array
    {
        $past = array_values(array_filter($this->learning->past((int) $crop->id), static fn (array $batch) => $batch['stuck'] > 0));
        $mishaps = array_values(array_filter($past, Learning::isMishap(...)));
        $ordinary = array_values(array_filter($past, static fn (array $batch) => !Learning::isMishap($batch)));

        return [
            'crop' => $crop->slug, 'name' => $crop->name,
            'stages' => array_map(static fn (StageShare $share) => [
                'from' => $share->from->value, 'to' => $share->to->value, 'left' => $share->left, 'reached' => $share->reached, 'batches' => $share->batches,
                'share' => $share->share, 'low' => $share->range[0] ?? null, 'high' => $share->range[1] ?? null,
            ], StageShare::of($this->flows(array_values(array_filter(array_column($ordinary, 'id'), static fn (int $id) => $id > 0))))),
            'ordinary' => $this->lost($ordinary),
            'mishaps' => $this->lost($mishaps),
        ];
    }

    /**
     * Of all batches that were stuck as they were planned and are through: whether they gave as many good plants as they were planned to
     * give, as often as they were to.
     *
     * @return array{groups: list<array<string, mixed>>, fewer: int}
     */
    public function promises(): array
    {
        $promises = [];
        $fewer = 0;
        foreach (Row::all($this->db, 'SELECT b.code, b.confidence, b.needed, b.planned, b.together, s.stuck, s.potted FROM batch b
            JOIN batch_standing s ON s.batch_id = b.id WHERE b.confidence IS NOT NULL AND b.needed IS NOT NULL AND b.stuck_on IS NOT NULL AND s.counted = 1
            AND b.left_bench_on IS NOT NULL AND b.in_tray_of_id IS NULL ORDER BY b.stuck_on, b.id') as $row) {
            if (!Promise::isAsPlanned($row->int('stuck'), Setting::plantsOf($row->int('planned'), $row->int('together')))) {
                ++$fewer;
            } else {
                $promises[] = Promise::of($row->text('code'), $row->float('confidence'), $row->int('needed'), $row->many('potted'));
            }
        }

        return [
            'groups' => array_map(static fn (Promises $group) => [
                'chance' => $group->chance, 'batches' => $group->batches, 'kept' => $group->kept, 'low' => $group->low, 'high' => $group->high,
                'isTooSeldom' => $group->isTooSeldom(), 'isTooOften' => $group->isTooOften(), 'broken' => $group->broken,
            ], Promises::of($promises)),
            'fewer' => $fewer,
        ];
    }

    /**
     * @param list<int> $ids of batches
     *
     * @return list<StageFlow>
     */
    private function flows(array $ids): array
    {
        $reached = $this->counts->reachedOf($ids);

        return array_map(
            static fn (Row $row) => StageFlow::of($row->text('code'), $reached[$row->int('id')] ?? [], BatchStanding::statesOf($row)),
            $this->counts->standingOf($ids),
        );
    }

    /**
     * @param list<array{stuck: int, lost: string, ...}> $batches
     *
     * @return array{batches: int, stuck: int, lost: int, causes: list<array{cause: string, plants: int, share: float, batches: int}>}
     */
    private function lost(array $batches): array
    {
        $stuck = array_sum(array_column($batches, 'stuck'));
        $shares = LossShare::of(array_map(Row::countsIn(...), array_column($batches, 'lost')), $stuck);

        return [
            'batches' => count($batches), 'stuck' => $stuck, 'lost' => array_sum(array_map(static fn (LossShare $one) => $one->plants, $shares)),
            'causes' => array_map(static fn (LossShare $one) => [
                'cause' => $one->cause->value, 'plants' => $one->plants, 'share' => $one->share, 'batches' => $one->batches,
            ], $shares),
        ];
    }
}
