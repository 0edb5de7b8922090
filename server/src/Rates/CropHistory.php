<?php

declare(strict_types=1);

namespace WetCradle\Server\Rates;

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
 *     code: string, stuckOn: string, season: string, together: int, asOf: int, stuck: int, could: int, rooted: int,
 *     rate: float, soFar: bool, weight: float, sameWay: bool, mishap: bool, said: bool, why: ?Fact, lost: string,
 *     broughtIn: bool,
 * }
 * @phpstan-type Learnt array{
 *     rate: CropRate, said: array<string, mixed>, newest: ?array{code: string, stuckOn: string, rate: float, soFar: bool}, counted: int,
 * }
 *
 * @phpstan-import-type Past from Learning
 */
final class CropHistory
{
    /** Under which the rates of all house ways are kept. */
    public const KEPT = 'learnt_rates';
    /** Ways that are read one by one; of more, all are read at once. */
    private const ALONE = 3;

    /** @var array<int, CropRate> by the number of the way's newest sheet */
    private array $rates = [];
    /** @var ?array<int, Learnt> of house ways, by way, as they were kept */
    private ?array $standing = null;
    /** @var array<array-key, string> by crop, those that it was reckoned by */
    private array $marks = [];
    /** @var ?array<int, list<Counted>> by crop */
    private ?array $ofHouseWays = null;
    /** @var array<int, list<Counted>> by the way they are weighed for */
    private array $ofWays = [];

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Learning $learning,
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
     * The batches of house ways that were stuck last, so many of each crop, oldest first.
     *
     * @return array<int, list<Counted>> by crop
     */
    public function newest(int $many): array
    {
        return array_map(static fn (array $batches) => array_slice($batches, -$many), $this->batches($this->ways->house(), $many));
    }

    /**
     * What a house way has learnt and from how many batches, without reading them.
     *
     * @return array{learnt: array<string, mixed>, counted: int}
     */
    public function ofHouse(Way $way): array
    {
        $learnt = $this->standing()[(int) $way->id] ?? $this->learntFrom($way, $this->of($way));

        return ['learnt' => $learnt['said'] + ['newest' => $learnt['newest']], 'counted' => $learnt['counted']];
    }

    /**
     * Batches as they are told.
     *
     * @param list<Counted> $batches
     *
     * @return list<array<string, mixed>>
     */
    public static function told(array $batches): array
    {
        return array_map(static fn (array $batch) => array_replace($batch, ['lost' => (object) Row::countsIn($batch['lost'])]), $batches);
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
        $learnt = $this->learntFrom($way, $batches);

        return $learnt['said'] + ['newest' => $learnt['newest']];
    }

    /**
     * @param list<Counted> $batches
     *
     * @return Learnt
     */
    private function learntFrom(Way $way, array $batches): array
    {
        $ofTheBook = array_filter($batches, static fn (array $batch) => !$batch['broughtIn']);
        $newest = end($ofTheBook) ?: null;

        return $this->kept($way, self::past($batches)) + [
            'newest' => $newest === null
                ? null
                : ['code' => $newest['code'], 'stuckOn' => $newest['stuckOn'], 'rate' => $newest['rate'], 'soFar' => $newest['soFar']],
            'counted' => count($batches),
        ];
    }

    /**
     * @param list<Counted> $batches
     *
     * @return list<PastBatch>
     */
    public static function past(array $batches): array
    {
        return array_map(
            static fn (array $b) => PastBatch::of($b['rooted'], $b['could'], $b['weight'])->asOf($b['together'], $b['asOf']),
            array_values(array_filter($batches, static fn (array $b) => !$b['mishap'])),
        );
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
        return $this->standing()[(int) $way->id]['rate'] ?? $this->reckoned($way);
    }

    /** The same by its number. */
    public function rateById(int $way): CropRate
    {
        return $this->standing()[$way]['rate'] ?? $this->reckoned($this->em->find(Way::class, $way) ?? throw new \LogicException('A batch has a way.'));
    }

    private function reckoned(Way $way): CropRate
    {
        return $this->rates[(int) $way->newest()->id] ??= $this->kept($way, self::past($this->weighedFor($way)))['rate'];
    }

    /**
     * What all house ways have learnt, each kept until anything changes that it could rest on, and together since whoever lays out a
     * week or a season asks for each of them. What is reckoned within a write is not kept, since what it does may yet be taken back.
     *
     * @return array<int, Learnt> by way
     */
    private function standing(): array
    {
        $db = $this->em->getConnection();
        $isWriting = $db->isTransactionActive();
        if ($this->standing !== null && !$isWriting) {
            return $this->standing;
        }
        $marks = Row::pairs($db, 'SELECT crop_id, is_now FROM rates_mark');
        if ($this->standing !== null && $marks === $this->marks) {
            return $this->standing;
        }
        // What was read of batches before the mark changed is no longer so.
        [$this->marks, $this->ofHouseWays, $this->ofWays] = [$marks, null, []];
        $season = Season::containing($this->today->day(), $this->house->nursery()->hemisphere)->startYear;
        /** @var array<int, array{mark: string, learnt: Learnt}> $kept by way */
        $kept = $this->cache->get(self::KEPT, static fn () => []);
        $old = [];
        foreach (Row::all($db, 'SELECT id, crop_id, sheet_id FROM way WHERE house = 1 AND sheet_id IS NOT NULL ORDER BY id') as $row) {
            $mark = implode(' ', [$marks[0], $marks[$row->int('crop_id')] ?? '', $season, $row->int('sheet_id')]);
            if (($kept[$row->int('id')]['mark'] ?? '') !== $mark) {
                $old[$row->int('id')] = $mark;
            }
        }
        // Only what has to be reckoned anew is read; of many, all at once.
        foreach (array_filter($old === [] ? [] : $this->ways->house(), static fn (Way $way) => isset($old[(int) $way->id])) as $way) {
            $batches = count($old) > self::ALONE ? $this->weighedFor($way) : $this->of($way);
            $kept[(int) $way->id] = ['mark' => $old[(int) $way->id], 'learnt' => $this->learntFrom($way, $batches)];
        }
        if ($old !== [] && !$isWriting) {
            $this->cache->get(self::KEPT, static fn () => $kept, INF);
        }

        return $this->standing = array_map(static fn (array $way) => $way['learnt'], $kept);
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
        $this->standing = null;
        $this->ofHouseWays = null;
        $this->ofWays = [];
        $this->learning->forget();
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
        $prior = $this->learning->prior($way);

        return $this->cache->get('learnt_rate.'.hash('xxh128', serialize([$prior, $past])), static function () use ($prior, $past): array {
            $rate = CropRate::learn($prior, $past);

            return ['rate' => $rate, 'said' => $rate->toArray() + ['batches' => count($past), 'words' => InWords::rate($rate, $past)]];
        });
    }

    /**
     * Every counted batch in the order in which it was stuck, by crop id; weighed for these ways, one of a crop.
     *
     * @param list<Way> $ways
     * @param ?int      $newest only so many of each way that they were stuck by
     *
     * @return array<int, list<Counted>>
     */
    private function batches(array $ways, ?int $newest = null): array
    {
        $hemisphere = $this->house->nursery()->hemisphere;
        $running = Season::containing($this->today->day(), $hemisphere)->startYear;
        $meant = [];
        foreach ($ways as $way) {
            $meant[(int) $way->crop->id] = $way;
        }
        $past = $seasons = [];
        $defaults = $this->house->defaults();
        foreach ($this->learning->past(count($ways) === 1 ? (int) $ways[0]->crop->id : null, newest: $newest) as $batch) {
            $way = $meant[$batch['crop']] ?? throw new \LogicException('Every crop has a house way.');
            $unlike = self::unlike($way, $batch);
            $season = $seasons[$batch['stuckOn']] ??= Season::containing(new \DateTimeImmutable($batch['stuckOn']), $hemisphere);
            $isMishap = Learning::isMishap($batch);
            $past[$batch['crop']][] = [
                'code' => $batch['code'],
                'stuckOn' => $batch['stuckOn'],
                'season' => $season->name(),
                'together' => $batch['together'],
                'asOf' => $way->core()->setting->together(),
                'stuck' => $batch['stuck'],
                'could' => $batch['could'],
                'rooted' => $batch['rooted'],
                'rate' => (float) ($batch['rooted'] / max(1, $batch['could'])),
                'soFar' => $batch['waiting'] > 0,
                'weight' => $isMishap ? 0.0 : HistoryWeight::of($running - $season->startYear, $unlike === null, $defaults),
                'sameWay' => $unlike === null,
                'mishap' => $isMishap,
                'said' => $batch['said'] !== null,
                'why' => match (true) {
                    $isMishap && $batch['said'] === null => Fact::of('history.likely_mishap', chance: (int) round(1.0 / max(1e-6, $batch['chance'] ?? 1.0))),
                    $isMishap => Fact::of('history.mishap'),
                    default => $unlike,
                },
                'lost' => $batch['lost'],
                'broughtIn' => $batch['broughtIn'],
            ];
        }

        return $past;
    }

    /**
     * In what a batch was not done as a way says; null where it was.
     *
     * @param Past $batch
     */
    private static function unlike(Way $way, array $batch): ?Fact
    {
        $sheet = $way->core();
        $isTreated = $sheet->taking->hormone->words() !== null;

        return match (true) {
            $batch['way'] !== $way->id, $batch['method'] !== $sheet->method->value,
            $batch['material'] !== $sheet->material->value => Fact::of('history.another_way'),
            $batch['hormoneKnown'] && $isTreated && $batch['hormone'] === null => Fact::of('history.untreated'),
            !$isTreated && $batch['hormone'] !== null => Fact::of('history.treated'),
            default => null,
        };
    }
}
