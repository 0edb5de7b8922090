<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\DBAL\ParameterType;
use WetCradle\Core\Book\BatchState;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\Setting;
use WetCradle\Core\Rooting\StageTally;
use WetCradle\Server\Bench\Carried;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Potting\PotLot;
use WetCradle\Server\Stock\Fit;

/**
 * Batches as every list, bench and search shows them: their tags.
 *
 * Beside what is typed here, a tag holds all else that is shown of a batch.
 *
 * @phpstan-type Tag array{code: string, state: string, zone: string, wanted: ?int, shared: list<int>, against: list<array<string, mixed>>}
 */
final class Tags
{
    /** After every week that is written. */
    public const EVER = '9999-W99';

    private const SELECT = 'SELECT b.id, b.version, b.code, b.method, b.material, b.trays, b.planned, b.together, b.stick_on, b.stuck_on, b.rooted_from,
        b.rooted_by, b.wean_on, b.pot_from, b.pot_on, b.pot_by, b.ready_from, b.ready_on, b.ready_by, b.held_days, b.locked, b.left_bench_on,
        b.called_off, b.wanted_id, b.as_planned,
            c.id AS crop_id, c.name AS crop, c.slug, coalesce((SELECT y.name FROM line n JOIN pot_lot p ON p.id = n.lot_id
            JOIN zone y ON y.id = p.zone_id WHERE n.batch_id = b.id AND b.left_bench_on IS NOT NULL ORDER BY p.id DESC LIMIT 1),
            (SELECT y.name FROM batch_moves_on o JOIN zone y ON y.id = o.zone_id WHERE o.batch_id = b.id
            AND o.from_day <= ? AND NOT (b.id IN (?) AND o.from_day = b.wean_on) ORDER BY o.from_day DESC LIMIT 1), z.name) AS zone, k.code AS block,
            t.name AS tray_kind, t.cells, cu.name
            AS customer, w.ready_week,
            (SELECT group_concat(x.wanted_id) FROM batch_shared x WHERE x.batch_id = b.id) AS shared, s.stuck, s.rooted, s.waiting, s.potted,
            s.live, s.counted, s.states,
            (SELECT r.stages FROM root_check r JOIN line l ON l.id = r.line_id WHERE l.batch_id = b.id ORDER BY r.on_day DESC, r.id DESC LIMIT 1) AS stages
        FROM batch b JOIN crop c ON c.id = b.crop_id JOIN zone z ON z.id = b.zone_id JOIN stock_block k ON k.id = b.block_id
        JOIN tray_kind t ON t.id = b.tray_kind_id
        LEFT JOIN batch_standing s ON s.batch_id = b.id LEFT JOIN wanted w ON w.id = b.wanted_id LEFT JOIN customer cu ON cu.id = w.customer_id';

    public function __construct(
        private readonly Connection $db,
        private readonly Fit $fit,
        private readonly Carried $carried,
        private readonly Today $today,
    ) {
    }

    /**
     * All that were not called off.
     *
     * @param ?\DateTimeImmutable $since without what was over and was to be ready before that day
     *
     * @return list<Tag> the newest first
     */
    public function standing(?\DateTimeImmutable $since = null): array
    {
        return $since === null
            ? $this->read(' WHERE b.called_off = 0 ORDER BY b.stick_on DESC, b.id DESC')
            : $this->read(' WHERE b.called_off = 0 AND b.id IN (SELECT id FROM batch WHERE left_bench_on IS NULL OR ready_on >= ?
                UNION SELECT batch_id FROM batch_standing WHERE live <> 0) ORDER BY b.stick_on DESC, b.id DESC', [$since->format('Y-m-d')]);
    }

    /** @return list<Tag> all of a crop, called off or not, the newest first */
    public function ofCrop(string $slug): array
    {
        return $this->read(' WHERE c.slug = ? ORDER BY b.stick_on DESC, b.id DESC', [$slug]);
    }

    /** @return list<Tag> those that serve orders due in a week or later and before another, in the order in which they are stuck */
    public function servingDue(Week $from, ?Week $before = null): array
    {
        [$first, $end] = [$from->written(), $before?->written() ?? self::EVER];

        return $this->read(' WHERE b.called_off = 0 AND (b.wanted_id IN (SELECT id FROM wanted WHERE ready_week >= ? AND ready_week < ?)
            OR b.id IN (SELECT x.batch_id FROM batch_shared x JOIN wanted y ON y.id = x.wanted_id WHERE y.ready_week >= ? AND y.ready_week < ?))
            ORDER BY b.stick_on, b.id', [$first, $end, $first, $end]);
    }

    /**
     * @param list<int> $orders
     *
     * @return list<Tag> those that serve any of them, in the order in which they are stuck
     */
    public function serving(array $orders): array
    {
        return $this->read(' WHERE b.called_off = 0 AND (b.wanted_id IN (?) OR b.id IN (SELECT x.batch_id FROM batch_shared x WHERE x.wanted_id IN (?)))
            ORDER BY b.stick_on, b.id', [$orders, $orders], [ArrayParameterType::INTEGER, ArrayParameterType::INTEGER]);
    }

    /**
     * @param list<int>    $orders
     * @param list<string> $codes
     *
     * @return list<Tag> those that serve any of them, and these batches, in the order in which they are stuck
     */
    public function servingOr(array $orders, array $codes): array
    {
        return $this->read(' WHERE b.id IN (SELECT id FROM batch WHERE code IN (?) UNION SELECT id FROM batch WHERE called_off = 0 AND wanted_id IN (?)
            UNION SELECT x.batch_id FROM batch_shared x JOIN batch y ON y.id = x.batch_id WHERE x.wanted_id IN (?) AND y.called_off = 0)
            ORDER BY b.stick_on, b.id', [$codes, $orders, $orders], [ArrayParameterType::STRING, ArrayParameterType::INTEGER, ArrayParameterType::INTEGER]);
    }

    /**
     * @param list<string> $codes
     *
     * @return array<string, Tag> by code
     */
    public function byCode(array $codes): array
    {
        return array_column($this->read(' WHERE b.code IN (?) ORDER BY b.stick_on DESC, b.id DESC', [$codes], [ArrayParameterType::STRING]), null, 'code');
    }

    /**
     * Of what lies on benches: for a lot, the batch that was potted into it first.
     *
     * @param list<string> $codes of batches and lots
     *
     * @return array<string, Tag> by what was asked for
     */
    public function lying(array $codes): array
    {
        $codes = array_values(array_unique($codes));
        $lots = array_values(array_filter($codes, PotLot::isCode(...)));
        $of = Row::pairs($this->db, 'SELECT p.code, (SELECT b.code FROM line l JOIN batch b ON b.id = l.batch_id WHERE l.lot_id = p.id ORDER BY l.id LIMIT 1)
            FROM pot_lot p WHERE p.code IN (?)', [$lots], [ArrayParameterType::STRING]) + array_combine($codes, $codes);
        $tags = $this->byCode(array_values($of));

        return array_filter(array_map(static fn (string $batch) => $tags[$batch] ?? null, $of));
    }

    /**
     * @param list<mixed>              $parameters
     * @param list<ArrayParameterType> $types
     *
     * @return list<Tag>
     */
    private function read(string $which, array $parameters = [], array $types = []): array
    {
        $rows = Row::all(
            $this->db,
            self::SELECT.$which,
            [$this->today->day()->format('Y-m-d'), $this->carried->waiting(), ...$parameters],
            [ParameterType::STRING, ArrayParameterType::INTEGER, ...$types],
        );
        $tags = $planned = [];
        foreach ($rows as $row) {
            $tags[$row->text('code')] = $tag = self::tag($row);
            if ($tag['state'] === 'planned') {
                $planned[] = $row->text('code');
            }
        }
        $against = $this->fit->ofPlanned($planned);

        return array_map(static fn (array $tag, string $code) => $tag + ['against' => $against[$code] ?? []], $tags, array_keys($tags));
    }

    /** @return array{code: string, state: string, zone: string, wanted: ?int, shared: list<int>} */
    private static function tag(Row $row): array
    {
        $states = $row->counts('states');
        $state = BatchState::of($states);
        $stuck = $row->many('stuck');

        return [
            'code' => $row->text('code'),
            'version' => $row->int('version'),
            'crop' => $row->text('crop'),
            'cropSlug' => $row->text('slug'),
            'method' => $row->text('method'),
            'material' => $row->text('material'),
            'state' => $row->flag('called_off') ? 'called_off' : $state->value,
            'stage' => self::stage($state, $row->has('stages') ? $row->counts('stages') : null),
            'count' => match ($state) {
                BatchState::Planned => Setting::plantsOf($row->int('planned'), $row->int('together')),
                BatchState::Gone => $states['sold'] ?? 0,
                default => $row->many('live'),
            },
            'planned' => $row->int('planned'),
            'together' => $row->int('together'),
            'stuck' => $stuck,
            'rooted' => $row->many('rooted'),
            'rate' => $row->flag('counted') && $stuck > 0 ? $row->many('rooted') / $stuck : null,
            'trays' => $row->int('trays'),
            'trayKind' => $row->text('tray_kind'),
            'zone' => $row->text('zone'),
            'block' => $row->text('block'),
            'wanted' => $row->intOrNull('wanted_id'),
            'shared' => !$row->has('shared') ? [] : array_map(intval(...), explode(',', $row->text('shared'))),
            'customer' => $row->textOrNull('customer'),
            'dueWeek' => $row->textOrNull('ready_week'),
            'weeksLate' => !$row->has('ready_week') ? null : max(0, Week::of($row->text('ready_week'))->until(Week::containing($row->day('ready_on')))),
            'weanOn' => $row->text('wean_on'),
            'stickOn' => $row->textOrNull('stuck_on') ?? $row->text('stick_on'),
            'isStuck' => $row->has('stuck_on'),
            'rootedFrom' => $row->text('rooted_from'),
            'rootedBy' => $row->text('rooted_by'),
            'potFrom' => $row->text('pot_from'),
            'potOn' => $row->text('pot_on'),
            'potBy' => $row->text('pot_by'),
            'readyFrom' => $row->text('ready_from'),
            'readyOn' => $row->text('ready_on'),
            'readyBy' => $row->text('ready_by'),
            'heldDays' => $row->int('held_days'),
            'locked' => $row->flag('locked'),
            'asPlanned' => !$row->has('as_planned') ? null : json_decode($row->text('as_planned'), true),
            'leftBenchOn' => $row->textOrNull('left_bench_on'),
        ];
    }

    /**
     * The root stage its glyph shows while it roots: the typical one of the newest check.
     *
     * @param ?array<string, int> $stages
     */
    private static function stage(BatchState $state, ?array $stages): ?string
    {
        $typical = $stages === null ? null : StageTally::of($stages)->typical();

        return match ($state) {
            BatchState::Rooting => $typical->value ?? 'nothing',
            BatchState::PartRooted => $typical->value ?? 'at_wall',
            BatchState::Rooted => $typical->value ?? 'at_hole',
            default => null,
        };
    }
}
