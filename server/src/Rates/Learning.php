<?php

declare(strict_types=1);

namespace WetCradle\Server\Rates;

use Doctrine\DBAL\Connection;
use WetCradle\Core\Book\BatchResult;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Rates\CountedBatch;
use WetCradle\Core\Rates\CropPrior;
use WetCradle\Core\Rates\Mishap;
use WetCradle\Core\Rates\NurseryLearnt;
use WetCradle\Core\Rates\WayTells;
use WetCradle\Server\Crops\Way;
use WetCradle\Server\Crops\Ways;
use WetCradle\Server\Database\Once;
use WetCradle\Server\Database\Row;

/**
 * What the nursery has learnt from all its crops together, and which of its batches were likely mishaps: kept, and reckoned anew
 * when a batch is counted or somebody says what it was.
 *
 * @phpstan-type Past array{
 *     id: int, crop: int, code: string, stuckOn: string, method: string, material: string, hormone: ?string, way: int, together: int,
 *     stuck: int, could: int, rooted: int, waiting: int, lost: string, said: ?bool, chance: ?float, broughtIn: bool,
 *     hormoneKnown: bool,
 * }
 */
final class Learning
{
    private ?NurseryLearnt $learnt = null;
    /** @var ?array<int, float> */
    private ?array $marked = null;

    public function __construct(private readonly Connection $db, private readonly Ways $ways, private readonly Once $once)
    {
    }

    public function nursery(): NurseryLearnt
    {
        if ($this->learnt === null) {
            $row = $this->row();
            $this->learnt = NurseryLearnt::kept(
                $row->float('phi'),
                $row->float('ln_phi_sd'),
                Mishap::of($row->float('mishap_chance'), Beta::of($row->float('mishap_a'), $row->float('mishap_b'))),
                $row->many('mishaps'),
                $row->many('batches'),
            );
        }

        return $this->learnt;
    }

    /** What the sheet of a way believes of its plants before any batch, and how much batches of this nursery differ. */
    public function prior(Way $way): CropPrior
    {
        return $way->core()->reckoning->prior->severalTogether($way->core()->setting->together())->spreadAs($this->nursery()->phi, $this->nursery()->lnPhiSd);
    }

    /**
     * Every counted batch in the order in which it was stuck. What was left untreated in a trial teaches nothing about the way that it
     * was to be compared with.
     *
     * @param ?int                $crop   only of this one
     * @param ?\DateTimeImmutable $since  only those that were stuck from this day on
     * @param ?int                $newest only so many of each way: those that were stuck last
     *
     * @return list<Past> `could`: how many of it could root; `lost`: by cause, as it is kept; `said`: that it was a mishap, or that it was none;
     *                    `chance`: of so few, where it was likely a mishap
     */
    public function past(?int $crop = null, ?\DateTimeImmutable $since = null, ?int $newest = null): array
    {
        $day = $since?->format('Y-m-d') ?? '';
        $marked = $this->marked();
        $past = [];
        $asked = ['since' => $day] + ($crop === null ? [] : ['crop' => $crop]);
        $counts = 's.counted = 1 AND s.stuck > 0 AND b.stuck_on >= :since
            AND NOT EXISTS (SELECT 1 FROM trial_arm a WHERE a.batch_id = b.id AND a.untreated = 1)'.($crop === null ? '' : ' AND b.crop_id = :crop');
        $from = 'batch b JOIN way_sheet u ON u.id = b.sheet_id JOIN batch_standing s ON s.batch_id = b.id';
        // Of each way, from the newest batch of its crop on until there are enough.
        $which = $newest === null ? "{$from} WHERE {$counts}" : "way y JOIN {$from} WHERE b.id IN (SELECT b.id FROM {$from} WHERE b.crop_id = y.crop_id
            AND u.way_id = y.id AND {$counts} ORDER BY b.stuck_on DESC, b.id DESC LIMIT {$newest})";
        foreach (Row::all($this->db, "SELECT b.id, b.crop_id, b.code, b.stuck_on, b.method, b.material, b.hormone, b.mishap, b.together, u.way_id,
                s.stuck, s.could_root, s.rooted, s.waiting, s.lost FROM {$which} ORDER BY b.stuck_on, b.id", $asked) as $row) {
            $past[] = [
                'id' => $row->int('id'), 'crop' => $row->int('crop_id'), 'code' => $row->text('code'), 'stuckOn' => $row->text('stuck_on'),
                'method' => $row->text('method'), 'material' => $row->text('material'), 'hormone' => $row->textOrNull('hormone'), 'way' => $row->int('way_id'),
                'together' => $row->int('together'), 'stuck' => $row->int('stuck'), 'could' => $row->int('could_root'), 'rooted' => $row->many('rooted'),
                'waiting' => $row->many('waiting'), 'lost' => $row->text('lost'),
                'said' => $row->textOrNull('mishap') === null ? null : $row->text('mishap') === 'mishap',
                'chance' => $marked[$row->int('id')] ?? null, 'broughtIn' => false, 'hormoneKnown' => true,
            ];
        }
        $broughtIn = $this->broughtIn($crop, $day);
        if ($broughtIn !== []) {
            array_push($past, ...$broughtIn);
            usort($past, static fn (array $a, array $b) => [$a['stuckOn'], $a['id']] <=> [$b['stuckOn'], $b['id']]);
        }

        return $past;
    }

    /**
     * Batches from before this nursery kept its book here; numbered below nought, so that none is taken for one of the book.
     *
     * @return list<Past>
     */
    private function broughtIn(?int $crop, string $since): array
    {
        $rows = Row::all($this->db, 'SELECT * FROM past_batch WHERE (:crop IS NULL OR crop_id = :crop) AND stuck_on >= :since ORDER BY stuck_on, id', [
            'crop' => $crop, 'since' => $since,
        ]);
        $past = $sheets = [];
        foreach ($rows === [] ? [] : $this->ways->all() as $way) {
            $sheets[(int) $way->id] = $way->core();
        }
        $marked = $this->marked();
        foreach ($rows as $row) {
            $sheet = $sheets[$row->int('way_id')];
            [$id, $stuck, $rooted, $lost] = [-$row->int('id'), $row->int('stuck'), $row->many('rooted'), $row->counts('lost')];
            $past[] = [
                'id' => $id, 'crop' => $row->int('crop_id'), 'code' => sprintf('%d/%d', $row->int('brought_in_id'), $row->int('line')),
                'stuckOn' => $row->text('stuck_on'), 'method' => $sheet->method->value, 'material' => $sheet->material->value,
                'hormone' => $row->textOrNull('hormone'), 'way' => $row->int('way_id'), 'together' => $sheet->setting->together(), 'stuck' => $stuck,
                'could' => BatchResult::couldRootOf($stuck, $rooted, $lost), 'rooted' => $rooted, 'waiting' => 0, 'lost' => $row->text('lost'), 'said' => null,
                'chance' => $marked[$id] ?? null, 'broughtIn' => true, 'hormoneKnown' => $row->flag('hormone_known'),
            ];
        }

        return $past;
    }

    /**
     * Whether it is held for a mishap: as somebody said, and else as likely as it is.
     *
     * @param Past $past
     */
    public static function isMishap(array $past): bool
    {
        return $past['said'] ?? $past['chance'] !== null;
    }

    /** Learns anew where something marked it old. Must run inside a transaction. */
    public function anew(): bool
    {
        if ($this->row()->flag('stale') === false) {
            return false;
        }
        $ofCrops = [];
        foreach ($this->past() as $past) {
            $ofCrops[$past['crop']][$past['id']] = $past;
        }
        $kept = $this->told();
        $tells = $marked = [];
        foreach ($this->ways->house() as $way) {
            $tells[] = $one = $this->tells($way, $ofCrops[(int) $way->crop->id] ?? [], $kept[(int) $way->id] ?? null);
            $marked += $one->marked;
        }
        $learnt = NurseryLearnt::of($tells);
        $this->db->update('learnt', [
            'stale' => 0, 'phi' => $learnt->phi, 'ln_phi_sd' => $learnt->lnPhiSd, 'mishap_chance' => $learnt->mishap->chance,
            'mishap_a' => $learnt->mishap->leaves->a, 'mishap_b' => $learnt->mishap->leaves->b, 'mishaps' => $learnt->mishaps,
            'batches' => $learnt->batches, 'marked' => json_encode((object) $marked, JSON_THROW_ON_ERROR),
        ], ['id' => 1]);
        $this->forget();

        return true;
    }

    public function forget(): void
    {
        $this->learnt = null;
        $this->marked = null;
    }

    /**
     * As it was kept where nothing that it rests on is another.
     *
     * @param array<int, Past> $past by batch
     */
    private function tells(Way $way, array $past, ?Row $kept): WayTells
    {
        $prior = $way->core()->reckoning->prior->severalTogether($way->core()->setting->together());
        $batches = array_map(
            static fn (array $one) => CountedBatch::of($one['rooted'], $one['stuck'], $one['could'], $one['waiting'] > 0, $one['said']),
            $past,
        );
        $restsOn = hash('xxh128', serialize([$prior->rate, $prior->strength, $batches]));
        if ($kept?->text('rests_on') === $restsOn) {
            return WayTells::kept(
                self::numbers($kept, 'marked'),
                self::pairs($kept),
                $kept->many('batches'),
                array_values(self::numbers($kept, 'spread')) ?: throw new \LogicException('What is kept has its points.'),
            );
        }
        $tells = WayTells::of($prior, $batches);
        $this->db->executeStatement('INSERT OR REPLACE INTO way_tells VALUES (?, ?, ?, ?, ?, ?)', [
            $way->id, $restsOn, json_encode((object) $tells->marked, JSON_THROW_ON_ERROR), json_encode($tells->mishaps, JSON_THROW_ON_ERROR), $tells->batches,
            json_encode($tells->spread, JSON_THROW_ON_ERROR),
        ]);

        return $tells;
    }

    /** @return list<array{int, int}> */
    private static function pairs(Row $kept): array
    {
        $pairs = [];
        foreach ($kept->json('mishaps') as $pair) {
            [$rooted, $stuck] = is_array($pair) ? array_values($pair) : [0, 0];
            $pairs[] = [is_int($rooted) ? $rooted : 0, is_int($stuck) ? $stuck : 0];
        }

        return $pairs;
    }

    /** @return array<int, Row> by way */
    private function told(): array
    {
        $kept = [];
        foreach (Row::all($this->db, 'SELECT * FROM way_tells') as $row) {
            $kept[$row->int('way_id')] = $row;
        }

        return $kept;
    }

    /** @return array<int, float> */
    private static function numbers(Row $row, string $column): array
    {
        $numbers = [];
        foreach ($row->json($column) as $key => $value) {
            $numbers[(int) $key] = is_numeric($value) ? (float) $value : 0.0;
        }

        return $numbers;
    }

    /** @return array<int, float> by batch */
    private function marked(): array
    {
        if ($this->marked === null) {
            $this->marked = self::numbers($this->row(), 'marked');
        }

        return $this->marked;
    }

    private function row(): Row
    {
        return $this->once->read(
            'learnt',
            fn (): Row => Row::first($this->db, 'SELECT * FROM learnt WHERE id = 1') ?? throw new \LogicException('What is learnt is kept in one row.'),
        );
    }
}
