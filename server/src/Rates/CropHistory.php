<?php

declare(strict_types=1);

namespace WetCradle\Server\Rates;

use Doctrine\DBAL\Connection;
use Symfony\Contracts\Cache\CacheInterface;
use WetCradle\Core\Calendar\Season;
use WetCradle\Core\Rates\CropRate;
use WetCradle\Core\Rates\HistoryWeight;
use WetCradle\Core\Rates\InWords;
use WetCradle\Core\Rates\PastBatch;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Way;
use WetCradle\Server\Nursery\House;

/** A crop's counted batches, and the rate learnt from them. */
final class CropHistory
{
    public function __construct(
        private readonly Connection $db,
        private readonly CacheInterface $cache,
        private readonly Today $today,
        private readonly House $house,
    ) {
    }

    /**
     * The learnt rate with what it rests on.
     *
     * @param list<array<string, mixed>> $batches as `batches()` gives them
     *
     * @return array<string, mixed>
     */
    public function learnt(Way $way, array $batches): array
    {
        $newest = $batches === [] ? null : $batches[count($batches) - 1];

        return $this->kept($way, self::past($batches))['said'] + [
            'newest' => $newest === null ? null : ['code' => $newest['code'], 'stuckOn' => $newest['stuckOn'], 'rate' => $newest['rate'], 'soFar' => $newest['soFar']],
        ];
    }

    /**
     * @param list<array<string, mixed>> $batches as `batches()` gives them
     *
     * @return list<PastBatch>
     */
    public static function past(array $batches): array
    {
        return array_map(static fn (array $b) => PastBatch::of((int) $b['rooted'], (int) $b['stuck'], (float) $b['weight']), $batches);
    }

    /**
     * A way's own batches, weighed for it.
     *
     * @return list<array<string, mixed>>
     */
    public function of(Way $way): array
    {
        return $this->batches($way)[(int) $way->crop->id] ?? [];
    }

    /** @param list<PastBatch> $past */
    public function rate(Way $way, array $past): CropRate
    {
        return $this->kept($way, $past)['rate'];
    }

    /**
     * The same batches always teach the same, so what was learnt is kept under what it was learnt from.
     *
     * @param list<PastBatch> $past
     *
     * @return array{rate: CropRate, said: array<string, mixed>}
     */
    private function kept(Way $way, array $past): array
    {
        $prior = $way->core()->prior;

        return $this->cache->get('crop_rate.'.hash('xxh128', serialize([$prior, $past])), static function () use ($prior, $past): array {
            $rate = CropRate::learn($prior, $past);

            return ['rate' => $rate, 'said' => $rate->toArray() + ['batches' => count($past), 'words' => InWords::rate($rate, $past)]];
        });
    }

    /**
     * Every counted batch in the order in which it was stuck, by crop id; weighed for each crop's house way, or for one way.
     *
     * @return array<int, list<array<string, mixed>>>
     */
    public function batches(?Way $for = null): array
    {
        $hemisphere = $this->house->nursery()->hemisphere;
        $running = Season::containing($this->today->day(), $hemisphere)->startYear;
        $rows = $this->db->iterateAssociative(
            "SELECT b.crop_id AS crop, b.code, b.stuck_on, u.way_id = w.id AND b.method = json_extract(v.details, '$.method') AND b.material = json_extract(v.details, '$.material') AS same_way, s.stuck, s.rooted, s.waiting, s.lost
             FROM batch b JOIN way_sheet u ON u.id = b.sheet_id JOIN way w ON w.crop_id = b.crop_id JOIN way_sheet v ON v.id = w.sheet_id JOIN batch_standing s ON s.batch_id = b.id
             WHERE s.counted = 1 AND s.stuck > 0 AND b.stuck_on IS NOT NULL AND ".($for === null ? 'w.house = 1' : 'w.id = ?').' ORDER BY b.stuck_on, b.id',
            $for === null ? [] : [$for->id],
        );
        $found = [];
        foreach ($rows as $row) {
            $season = Season::containing(new \DateTimeImmutable((string) $row['stuck_on']), $hemisphere);
            $found[(int) $row['crop']][] = [
                'code' => (string) $row['code'],
                'stuckOn' => (string) $row['stuck_on'],
                'season' => $season->name(),
                'stuck' => (int) $row['stuck'],
                'rooted' => (int) $row['rooted'],
                'rate' => (int) $row['rooted'] / (int) $row['stuck'],
                'soFar' => (int) $row['waiting'] > 0,
                'weight' => HistoryWeight::of($running - $season->startYear, (bool) $row['same_way']),
                'sameWay' => (bool) $row['same_way'],
                'lost' => (object) json_decode((string) $row['lost'], true),
            ];
        }

        return $found;
    }
}
