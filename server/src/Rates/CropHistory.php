<?php

declare(strict_types=1);

namespace WetCradle\Server\Rates;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Contracts\Cache\CacheInterface;
use WetCradle\Core\Calendar\Season;
use WetCradle\Core\Fact;
use WetCradle\Core\Rates\CropRate;
use WetCradle\Core\Rates\HistoryWeight;
use WetCradle\Core\Rates\InWords;
use WetCradle\Core\Rates\PastBatch;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Way;
use WetCradle\Server\Crops\Ways;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;

/**
 * A crop's counted batches, and the rate learnt from them.
 *
 * @phpstan-type Counted array{
 *     code: string, stuckOn: string, season: string, stuck: int, rooted: int,
 *     rate: float, soFar: bool, weight: float, sameWay: bool, lost: object,
 * }
 */
final class CropHistory
{
    /** @var array<int, CropRate> by the number of the way's newest sheet */
    private array $rates = [];
    /** @var ?array<int, list<Counted>> by crop */
    private ?array $ofHouseWays = null;
    /** @var array<int, list<Counted>> by the way they are weighed for */
    private array $ofWays = [];

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Connection $db,
        private readonly Ways $ways,
        private readonly CacheInterface $cache,
        private readonly Today $today,
        private readonly House $house,
    ) {
    }

    /** What a way's learnt rate rests on. */
    public function restsOn(Way $way): Fact
    {
        return $this->kept($way, self::past($this->of($way)))['said']['words'];
    }

    /**
     * The learnt rate with what it rests on.
     *
     * @param list<Counted> $batches
     *
     * @return array<string, mixed>
     */
    public function learnt(Way $way, array $batches): array
    {
        $newest = $batches === [] ? null : $batches[count($batches) - 1];

        return $this->kept($way, self::past($batches))['said'] + [
            'newest' => $newest === null
                ? null
                : ['code' => $newest['code'], 'stuckOn' => $newest['stuckOn'], 'rate' => $newest['rate'], 'soFar' => $newest['soFar']],
        ];
    }

    /**
     * @param list<Counted> $batches
     *
     * @return list<PastBatch>
     */
    public static function past(array $batches): array
    {
        return array_map(static fn (array $b) => PastBatch::of($b['rooted'], $b['stuck'], $b['weight']), $batches);
    }

    /**
     * A way's own batches, weighed for it.
     *
     * @return list<Counted>
     */
    public function of(Way $way): array
    {
        return $this->ofWays[(int) $way->id] = $this->batches([$way])[(int) $way->crop->id] ?? [];
    }

    /** What a way has learnt from all batches of its crop. */
    public function rateOf(Way $way): CropRate
    {
        return $this->rates[(int) $way->newest()->id] ??= $this->kept($way, self::past($this->weighedFor($way)))['rate'];
    }

    /** The same by its number. */
    public function rateById(int $way): CropRate
    {
        return $this->rateOf($this->em->find(Way::class, $way) ?? throw new \LogicException('A batch has a way.'));
    }

    /** What a way has learnt from all batches but one: what was to be expected of that one. */
    public function rateWithout(Way $way, string $code): CropRate
    {
        if ($this->ofWays === [] && $this->ofHouseWays === null) {
            // The first that is asked for may be the only one: it is read by itself, and the house's ways are read with the second.
            $this->of($way);
        }
        $others = array_values(array_filter($this->weighedFor($way), static fn (array $b) => $b['code'] !== $code));

        return $this->kept($way, self::past($others))['rate'];
    }

    /** @return list<Counted> those of house ways are read together, since who asks for one asks for many, unless its own were asked for */
    private function weighedFor(Way $way): array
    {
        $own = $this->ofWays[(int) $way->id] ?? null;
        if ($own !== null || !$way->house) {
            return $own ?? $this->of($way);
        }
        $this->ofHouseWays ??= $this->batches($this->ways->house());

        return $this->ofHouseWays[(int) $way->crop->id] ?? [];
    }

    /** What was known is out of date: plants were counted, or a sheet was changed. */
    public function forget(): void
    {
        $this->rates = [];
        $this->ofHouseWays = null;
        $this->ofWays = [];
    }

    /**
     * The same batches always teach the same, so what was learnt is kept under what it was learnt from.
     *
     * @param list<PastBatch> $past
     *
     * @return array{rate: CropRate, said: array{words: Fact, batches: int}}
     */
    private function kept(Way $way, array $past): array
    {
        $prior = $way->core()->reckoning->prior;

        return $this->cache->get('learnt_rate.'.hash('xxh128', serialize([$prior, $past])), static function () use ($prior, $past): array {
            $rate = CropRate::learn($prior, $past);

            return ['rate' => $rate, 'said' => $rate->toArray() + ['batches' => count($past), 'words' => InWords::rate($rate, $past)]];
        });
    }

    /**
     * Every counted batch in the order in which it was stuck, by crop id; weighed for these ways, one of a crop.
     *
     * @param list<Way> $ways
     *
     * @return array<int, list<Counted>>
     */
    public function batches(array $ways): array
    {
        $hemisphere = $this->house->nursery()->hemisphere;
        $running = Season::containing($this->today->day(), $hemisphere)->startYear;
        $meant = [];
        foreach ($ways as $way) {
            $meant[(int) $way->crop->id] = $way;
        }
        $rows = Row::all($this->db,
            'SELECT b.crop_id AS crop, b.code, b.stuck_on, b.method, b.material, u.way_id, s.stuck, s.rooted, s.waiting, s.lost
             FROM batch b JOIN way_sheet u ON u.id = b.sheet_id JOIN batch_standing s ON s.batch_id = b.id
             WHERE s.counted = 1 AND s.stuck > 0 AND b.stuck_on IS NOT NULL AND (:crop IS NULL OR b.crop_id = :crop) ORDER BY b.stuck_on, b.id',
            ['crop' => count($ways) === 1 ? $ways[0]->crop->id : null],
        );
        $past = $seasons = [];
        $defaults = $this->house->defaults();
        foreach ($rows as $row) {
            $crop = $row->int('crop');
            $way = $meant[$crop] ?? throw new \LogicException('Every crop has a house way.');
            $sheet = $way->core();
            $isSameWay = $row->int('way_id') === $way->id
                && $row->text('method') === $sheet->method->value
                && $row->text('material') === $sheet->material->value;
            $stuckOn = $row->text('stuck_on');
            $season = $seasons[$stuckOn] ??= Season::containing($row->day('stuck_on'), $hemisphere);
            [$stuck, $rooted] = [$row->int('stuck'), $row->many('rooted')];
            $past[$crop][] = [
                'code' => $row->text('code'),
                'stuckOn' => $stuckOn,
                'season' => $season->name(),
                'stuck' => $stuck,
                'rooted' => $rooted,
                'rate' => (float) ($rooted / $stuck),
                'soFar' => $row->many('waiting') > 0,
                'weight' => HistoryWeight::of($running - $season->startYear, $isSameWay, $defaults),
                'sameWay' => $isSameWay,
                'lost' => (object) $row->counts('lost'),
            ];
        }

        return $past;
    }
}
