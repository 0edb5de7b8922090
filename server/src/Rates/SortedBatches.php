<?php

declare(strict_types=1);

namespace WetCradle\Server\Rates;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use WetCradle\Core\Crops\Grade;
use WetCradle\Core\Crops\Material;
use WetCradle\Core\Rates\Held;
use WetCradle\Core\Rates\HormoneAge;
use WetCradle\Core\Rates\PastBatch;
use WetCradle\Core\Rates\Sort;
use WetCradle\Core\Rates\SortedBatch;
use WetCradle\Core\Rates\WeatherThen;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Nursery\Words;

/**
 * The counted batches of a crop with all that they can be sorted by. Mishaps are left out where nobody asks for them: they say what
 * went wrong once; so are those of which nothing could root.
 *
 * @phpstan-import-type Past from Learning
 */
final class SortedBatches
{
    public function __construct(
        private readonly Connection $db,
        private readonly Learning $learning,
        private readonly Words $words,
        private readonly House $house,
    ) {
    }

    /**
     * @param bool                $all   with mishaps
     * @param ?\DateTimeImmutable $since only those that were stuck from this day on
     *
     * @return array<string, array{past: Past, sorted: SortedBatch}> by code, in the order in which they were stuck
     */
    public function of(Crop $crop, bool $all = false, ?\DateTimeImmutable $since = null): array
    {
        $past = array_filter(
            $this->learning->past((int) $crop->id, $since),
            static fn (array $batch) => $batch['could'] > 0 && ($all || !Learning::isMishap($batch)),
        );
        $facts = $this->facts(array_column($past, 'id'));
        $before = $this->beforeSticking(array_column($past, 'id'));
        $air = $this->house->air();
        $ways = $weather = [];
        foreach ($crop->ways as $way) {
            $ways[(int) $way->id] = $way->name;
        }
        $asOf = $crop->house()->core()->setting->together();
        $sorted = [];
        foreach ($past as $batch) {
            // Many are stuck on one day.
            if (!array_key_exists($batch['stuckOn'], $weather)) {
                $weather[$batch['stuckOn']] = $this->named(WeatherThen::after(new \DateTimeImmutable($batch['stuckOn']), $air));
            }
            $sorts = [
                Sort::Way->value => $ways[$batch['way']] ?? null,
                Sort::Material->value => $this->words->name(Material::from($batch['material'])),
                Sort::Hormone->value => $batch['hormoneKnown'] ? $batch['hormone'] ?? '' : null,
                Sort::Month->value => substr($batch['stuckOn'], 5, 2),
                Sort::Year->value => substr($batch['stuckOn'], 0, 4),
                Sort::Weather->value => $weather[$batch['stuckOn']],
            ] + ($facts[$batch['id']] ?? []) + ($before[$batch['id']] ?? []);
            $result = PastBatch::of($batch['rooted'], $batch['could'])->asOf($batch['together'], $asOf);
            $sorted[$batch['code']] = [
                'past' => $batch, 'sorted' => SortedBatch::of($batch['code'], $result, array_filter($sorts, static fn (?string $is) => $is !== null)),
            ];
        }

        return $sorted;
    }

    /**
     * @param list<int> $ids of batches; below nought, of those that were brought in
     *
     * @return array<int, array<string, ?string>> by the same
     */
    private function facts(array $ids): array
    {
        $facts = [];
        foreach (Row::all($this->db, 'SELECT b.id, k.code AS block, z.name AS zone, t.name AS tray, b.mix, (SELECT group_concat(a.name, \' + \') FROM
                (SELECT a.name FROM batch_people p JOIN account a ON a.id = p.account_id WHERE p.batch_id = b.id ORDER BY a.name) a) AS people
            FROM batch b JOIN stock_block k ON k.id = b.block_id JOIN zone z ON z.id = b.zone_id JOIN tray_kind t ON t.id = b.tray_kind_id WHERE b.id IN (?)',
            [array_values(array_filter($ids, static fn (int $id) => $id > 0))], [ArrayParameterType::INTEGER]) as $row) {
            $facts[$row->int('id')] = [
                Sort::Block->value => $row->text('block'), Sort::Zone->value => $row->text('zone'), Sort::Tray->value => $row->text('tray'),
                Sort::Mix->value => $row->textOrNull('mix'), Sort::Person->value => $row->textOrNull('people'),
            ];
        }
        $broughtIn = array_map(static fn (int $id) => -$id, array_values(array_filter($ids, static fn (int $id) => $id < 0)));
        foreach (Row::all($this->db, 'SELECT p.id, coalesce(k.code, p.source) AS block, p.mix FROM past_batch p LEFT JOIN stock_block k ON k.id = p.block_id
            WHERE p.id IN (?)', [$broughtIn], [ArrayParameterType::INTEGER]) as $row) {
            $facts[-$row->int('id')] = [Sort::Block->value => $row->textOrNull('block'), Sort::Mix->value => $row->textOrNull('mix')];
        }

        return $facts;
    }

    /**
     * What was cut and dipped for them, as far as that was entered.
     *
     * @param list<int> $ids of batches
     *
     * @return array<int, array<string, ?string>> by the same
     */
    private function beforeSticking(array $ids): array
    {
        $facts = [];
        foreach (Row::all($this->db, 'SELECT b.id, b.stuck_on, c.started_at, c.grade, c.parents, h.name AS lot, h.made_on, h.keeps_until
            FROM batch b LEFT JOIN collection c ON c.batch_id = b.id
            LEFT JOIN made_dip d ON d.id = (SELECT max(m.made_dip_id) FROM made_dip_batch m WHERE m.batch_id = b.id)
            LEFT JOIN hormone_stock h ON h.id = d.stock_id
            WHERE b.id IN (?) AND (c.id IS NOT NULL OR d.id IS NOT NULL)', [$ids], [ArrayParameterType::INTEGER]) as $row) {
            $stuckOn = $row->day('stuck_on');
            $cutAt = $row->textOrNull('started_at');
            $grade = $row->textOrNull('grade');
            $facts[$row->int('id')] = [
                Sort::Held->value => $cutAt === null ? null : $this->named(Held::between(new \DateTimeImmutable($cutAt), $stuckOn)),
                Sort::Grade->value => $grade === null ? null : $this->named(Grade::from($grade)),
                Sort::Parent->value => $cutAt === null ? null : self::onlyParent($row->json('parents')),
                Sort::HormoneLot->value => $row->textOrNull('lot'),
                Sort::HormoneAge->value => $this->named(HormoneAge::of($row->dayOrNull('made_on'), $row->dayOrNull('keeps_until'), $stuckOn)),
            ];
        }

        return $facts;
    }

    /** @param array<mixed> $rows of the take sheet, as a collection keeps them */
    private static function onlyParent(array $rows): ?string
    {
        $gave = [];
        foreach ($rows as $row) {
            $row = is_array($row) ? $row : [];
            $fromNamed = 0;
            foreach (is_array($row['named'] ?? null) ? $row['named'] : [] as $plant) {
                if (is_array($plant) && is_string($plant['plant'] ?? null) && is_int($plant['take'] ?? null) && $plant['take'] > 0) {
                    $gave[] = $plant['plant'];
                    $fromNamed += $plant['take'];
                }
            }
            if (($row['total'] ?? 0) > $fromNamed) {
                return null;
            }
        }

        return count($gave) === 1 ? $gave[0] : null;
    }

    private function named(?\BackedEnum $case): ?string
    {
        return $case === null ? null : $this->words->name($case);
    }
}
