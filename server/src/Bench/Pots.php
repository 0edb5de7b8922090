<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Potted;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\Setting;
use WetCradle\Core\Priority;
use WetCradle\Server\Book\BatchStanding;
use WetCradle\Server\Book\Counts;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\SheetBook;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\TrayKind;
use WetCradle\Server\Rates\LearntShares;
use WetCradle\Server\Wanted\Pot;

/**
 * What is, or will be, in pots: each lot with as many as stand in it, and of what is in trays still, as many as are rooted, or
 * else as the order needs.
 */
final class Pots
{
    private const PLANNED = 'SELECT b.id, b.code, b.sheet_id, b.locked, w.priority, b.pots_zone_id AS stands, b.pots_spaced AS spaced, b.pot_on AS potted_on,
            b.ready_on, t.length_cm * t.width_cm / t.cells AS cell_cm2, w.pot_id, b.needed, b.planned, b.together, s.counted, s.potted, s.states, y.left_longer
        FROM batch b JOIN way_sheet h ON h.id = b.sheet_id JOIN way y ON y.id = h.way_id JOIN tray_kind t ON t.id = b.tray_kind_id
        LEFT JOIN batch_standing s ON s.batch_id = b.id LEFT JOIN wanted w ON w.id = b.wanted_id
        WHERE b.called_off = 0 AND b.left_bench_on IS NULL';
    private const LOTS = 'SELECT p.id, p.code, p.pot_id, p.zone_id AS stands, p.spaced, p.potted_on, p.ready_on, p.held_until, min(b.sheet_id) AS sheet_id,
            t.length_cm * t.width_cm / t.cells AS cell_cm2, 0 AS locked, group_concat(w.priority) AS priority, group_concat(l.id) AS lines
        FROM pot_lot p JOIN line l ON l.lot_id = p.id JOIN batch b ON b.id = l.batch_id JOIN tray_kind t ON t.id = b.tray_kind_id
        LEFT JOIN wanted w ON w.id = b.wanted_id
        WHERE l.id IN (:lines) AND ';

    public function __construct(
        private readonly Connection $db,
        private readonly EntityManagerInterface $em,
        private readonly SheetBook $sheets,
        private readonly Counts $counts,
        private readonly TrayKinds $kinds,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /** @return array<string, Potted> by code, of batch or lot, whether their place is settled or not */
    public function during(Week $from, Week $to): array
    {
        return array_map(static fn (array $there) => $there[0], $this->there($from, $to));
    }

    /** @return list<array{zone: int, code: string, tenant: Tenant}> what takes up bench where its place is settled; everywhere, or in one zone */
    public function standing(Week $from, Week $to, ?int $only = null): array
    {
        $standing = [];
        foreach ($this->there($from, $to, $only) as [$potted, $tenant]) {
            if ($potted->zone !== null) {
                $standing[] = ['zone' => $potted->zone, 'code' => $potted->code, 'tenant' => $tenant];
            }
        }

        return $standing;
    }

    /** @return array<string, array{Potted, Tenant}> by code */
    private function there(Week $from, Week $to, ?int $only = null): array
    {
        $sizes = $this->sizes();
        [$first, $last] = [$from->monday()->format('Y-m-d'), $to->sunday()->format('Y-m-d')];
        $all = [
            ...$this->planned(
                Row::all(
                    $this->db,
                    self::PLANNED.' AND b.pot_on <= :to AND b.ready_on > :from AND (:zone IS NULL OR b.pots_zone_id = :zone) ORDER BY b.id',
                    ['from' => $first, 'to' => $last, 'zone' => $only],
                ),
                $sizes,
            ),
            ...$this->lots($sizes, 'p.potted_on <= :to AND (:zone IS NULL OR p.zone_id = :zone)', ['to' => $last, 'zone' => $only]),
        ];
        $all = array_filter($all, static fn (Potted $some) => $some->takesBench());

        return array_filter(
            array_map(static fn (Potted $some) => [$some, $some->tenant()], $all),
            static fn (array $there) => $there[1]->from->until($to) >= 0 && $from->until($there[1]->to) >= 0,
        );
    }

    /** What is to be potted of a batch, or stands in a lot, whenever that is; null where there is nothing that takes up bench. */
    public function of(string $code): ?Potted
    {
        $some = $this->ofAll([$code])[$code] ?? null;

        return $some?->takesBench() === true ? $some : null;
    }

    /**
     * The same of many.
     *
     * @param list<string> $codes of batches and lots
     *
     * @return array<string, Potted> by code; without those of which nothing is in pots, or will be
     */
    public function ofAll(array $codes): array
    {
        $sizes = $this->sizes();

        return [
            ...$this->planned(Row::all($this->db, self::PLANNED.' AND b.code IN (?)', [$codes], [ArrayParameterType::STRING]), $sizes),
            ...$this->lots($sizes, 'p.code IN (:codes)', ['codes' => $codes], ['codes' => ArrayParameterType::STRING]),
        ];
    }

    /**
     * @param list<Row>                          $rows
     * @param array{0: list<Pot>, 1: ?TrayKind} $sizes
     *
     * @return array<string, Potted>
     */
    private function planned(array $rows, array $sizes): array
    {
        $this->sheets->have(Row::ints($rows, 'sheet_id'));
        $defaults = $this->house->defaults();
        $potted = [];
        foreach ($rows as $row) {
            $states = BatchStanding::statesOf($row);
            $pots = match (true) {
                $row->many('counted') === 1 => LearntShares::toPot($row, $states, $defaults),
                default => $row->intOrNull('needed') ?? Setting::plantsOf($row->int('planned'), $row->int('together')),
            };
            $potted[$row->text('code')] = $this->potted($row, $pots, false, $sizes);
        }

        return array_filter($potted);
    }

    /**
     * @param array{0: list<Pot>, 1: ?TrayKind} $sizes
     * @param array<string, mixed>              $parameters
     * @param array<string, ArrayParameterType> $types
     *
     * @return array<string, Potted>
     */
    private function lots(array $sizes, string $which, array $parameters, array $types = []): array
    {
        $inPots = $this->counts->inPots();
        $rows = Row::all(
            $this->db,
            self::LOTS.$which.' GROUP BY p.id ORDER BY p.id',
            $parameters + ['lines' => array_keys($inPots)],
            $types + ['lines' => ArrayParameterType::INTEGER],
        );
        $this->sheets->have(Row::ints($rows, 'sheet_id'));
        $potted = [];
        foreach ($rows as $row) {
            $potted[$row->text('code')] = $this->potted(
                $row,
                array_sum(array_map(static fn (string $line) => array_sum($inPots[(int) $line]), explode(',', $row->text('lines')))),
                true,
                $sizes,
            );
        }

        return array_filter($potted);
    }

    /** Of the orders that it is for. */
    private static function mostPressing(?string $written): ?Priority
    {
        $priorities = $written === null ? [] : array_map(Priority::from(...), explode(',', $written));
        usort($priorities, static fn (Priority $a, Priority $b) => $a->rank() <=> $b->rank());

        return $priorities[0] ?? null;
    }

    /** @return array{0: list<Pot>, 1: ?TrayKind} the sizes of pot, and the tray by whose footprint bench is counted */
    private function sizes(): array
    {
        return [$this->em->getRepository(Pot::class)->findBy([], ['id' => 'ASC']), TrayKinds::first($this->kinds->all())];
    }

    /** @param array{0: list<Pot>, 1: ?TrayKind} $by */
    private function potted(Row $row, int $pots, bool $isPotted, array $by): ?Potted
    {
        [$sizes, $standard] = $by;
        $sheet = $this->sheets->potting($row->int('sheet_id'));
        $byId = array_column($sizes, null, 'id');
        $pot = $byId[$row->intOrNull('pot_id') ?? 0] ?? $sheet->potOf($sizes, static fn (Pot $p) => $p->name);
        if ($pots < 1 || $pot === null || $standard === null) {
            return null;
        }
        // What is there, ready or not, stands there today; what is held back keeps its place until then.
        $ready = $row->day('ready_on');
        $to = $isPotted ? max($ready, $this->today->day()->modify('+1 day'), $row->dayOrNull('held_until') ?? $ready) : $ready;

        return new Potted(
            $row->text('code'),
            $pots,
            $pot->name,
            match (true) {
                $pot->leaves->isPotted() => $pot->acrossCm,
                // A plug takes the room of its cell; what is lifted takes none.
                $pot->leaves->staysInItsTray() => sqrt($row->float('cell_cm2')),
                default => 0.0,
            },
            $row->intOrNull('stands'),
            $row->flag('spaced'),
            $row->day('potted_on'),
            $to,
            $sheet->winter,
            $isPotted,
            self::mostPressing($row->textOrNull('priority')),
            $row->flag('locked'),
            $standard->lengthCm * $standard->widthCm,
            $this->house->air(),
            $this->house->defaults(),
        );
    }
}
