<?php

declare(strict_types=1);

namespace WetCradle\Server\Rates;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use WetCradle\Core\Crops\Material;
use WetCradle\Core\Rates\PastBatch;
use WetCradle\Core\Rates\Sort;
use WetCradle\Core\Rates\SortedBatch;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\Words;

/**
 * The counted batches of a crop with all that they can be sorted by. Mishaps are left out where nobody asks for them: they say what
 * went wrong once; so are those of which nothing could root.
 *
 * @phpstan-import-type Past from Learning
 */
final class SortedBatches
{
    public function __construct(private readonly Connection $db, private readonly Learning $learning, private readonly Words $words)
    {
    }

    /**
     * @param bool $all with mishaps
     *
     * @return array<string, array{past: Past, sorted: SortedBatch}> by code, in the order in which they were stuck
     */
    public function of(Crop $crop, bool $all = false): array
    {
        $past = array_filter($this->learning->past((int) $crop->id), static fn (array $batch) => $batch['could'] > 0 && ($all || !Learning::isMishap($batch)));
        $facts = $this->facts(array_column($past, 'id'));
        $ways = [];
        foreach ($crop->ways as $way) {
            $ways[(int) $way->id] = $way->name;
        }
        $asOf = $crop->house()->core()->setting->together();
        $sorted = [];
        foreach ($past as $batch) {
            $sorts = [
                Sort::Way->value => $ways[$batch['way']] ?? null,
                Sort::Material->value => $this->words->name(Material::from($batch['material'])),
                Sort::Hormone->value => $batch['hormoneKnown'] ? $batch['hormone'] ?? '' : null,
                Sort::Month->value => substr($batch['stuckOn'], 5, 2),
                Sort::Year->value => substr($batch['stuckOn'], 0, 4),
            ] + ($facts[$batch['id']] ?? []);
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
}
