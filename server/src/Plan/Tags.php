<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use WetCradle\Core\Book\BatchState;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Rooting\StageTally;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Stock\Fit;

/** Batches as every list, bench and search shows them: their tags. */
final class Tags
{
    private const SELECT = 'SELECT b.id, b.version, b.code, b.method, b.material, b.trays, b.planned, b.stick_on, b.stuck_on, b.rooted_from, b.rooted_by, b.wean_on, b.pot_from, b.pot_on, b.pot_by, b.ready_from, b.ready_on, b.ready_by, b.held_days, b.locked, b.left_bench_on, b.called_off, b.wanted_id, b.as_planned,
            c.id AS crop_id, c.name AS crop, c.slug, coalesce((SELECT y.name FROM zone y WHERE y.id = b.pots_zone_id AND b.left_bench_on IS NOT NULL), (SELECT y.name FROM batch_moves_on o JOIN zone y ON y.id = o.zone_id WHERE o.batch_id = b.id AND o.from_day <= \'%s\' ORDER BY o.from_day DESC LIMIT 1), z.name) AS zone, k.code AS block, t.name AS tray_kind, t.cells, cu.name AS customer, w.ready_week,
            (SELECT group_concat(x.wanted_id) FROM batch_shared x WHERE x.batch_id = b.id) AS shared, s.stuck, s.rooted, s.waiting, s.potted, s.live, s.counted, s.states,
            (SELECT r.stages FROM root_check r JOIN line l ON l.id = r.line_id WHERE l.batch_id = b.id ORDER BY r.on_day DESC, r.id DESC LIMIT 1) AS stages
        FROM batch b JOIN crop c ON c.id = b.crop_id JOIN zone z ON z.id = b.zone_id JOIN stock_block k ON k.id = b.block_id JOIN tray_kind t ON t.id = b.tray_kind_id
        LEFT JOIN batch_standing s ON s.batch_id = b.id LEFT JOIN wanted w ON w.id = b.wanted_id LEFT JOIN customer cu ON cu.id = w.customer_id';

    public function __construct(private readonly Connection $db, private readonly Fit $fit, private readonly Today $today)
    {
    }

    /** @return list<array<string, mixed>> all that were not called off, the newest first */
    public function standing(): array
    {
        return $this->read(' WHERE b.called_off = 0 ORDER BY b.stick_on DESC, b.id DESC');
    }

    /** @return list<array<string, mixed>> all of a crop, called off or not, the newest first */
    public function ofCrop(string $slug): array
    {
        return $this->read(' WHERE c.slug = ? ORDER BY b.stick_on DESC, b.id DESC', [$slug]);
    }

    /** @return list<array<string, mixed>> those that serve orders due in a week or later, in the order in which they are stuck; null for all orders */
    public function servingSince(?Week $since): array
    {
        $from = $since?->written() ?? '';

        return $this->read(' WHERE b.called_off = 0 AND (b.wanted_id IN (SELECT id FROM wanted WHERE ready_week >= ?)
            OR b.id IN (SELECT x.batch_id FROM batch_shared x JOIN wanted y ON y.id = x.wanted_id WHERE y.ready_week >= ?)) ORDER BY b.stick_on, b.id', [$from, $from]);
    }

    /** @return list<array<string, mixed>> those that serve one order, in the order in which they are stuck */
    public function serving(int $order): array
    {
        return $this->read(' WHERE b.called_off = 0 AND (b.wanted_id = ? OR b.id IN (SELECT x.batch_id FROM batch_shared x WHERE x.wanted_id = ?))
            ORDER BY b.stick_on, b.id', [$order, $order]);
    }

    /**
     * @param list<string> $codes
     *
     * @return array<string, array<string, mixed>> by code
     */
    public function byCode(array $codes): array
    {
        return array_column($this->read(' WHERE b.code IN (?) ORDER BY b.stick_on DESC, b.id DESC', [$codes], [ArrayParameterType::STRING]), null, 'code');
    }

    /**
     * @param list<mixed>              $parameters
     * @param list<ArrayParameterType> $types
     *
     * @return list<array<string, mixed>>
     */
    private function read(string $which, array $parameters = [], array $types = []): array
    {
        $rows = $this->db->executeQuery(sprintf(self::SELECT, $this->today->day()->format('Y-m-d')).$which, $parameters, $types);
        $tags = array_map(self::tag(...), $rows->fetchAllAssociative());
        $against = $this->fit->ofPlanned(array_column(array_filter($tags, static fn (array $t) => $t['state'] === 'planned'), 'code'));
        foreach ($tags as &$tag) {
            $tag['against'] = $against[$tag['code']] ?? [];
        }

        return $tags;
    }

    /**
     * @param array<string, mixed> $row
     *
     * @return array<string, mixed>
     */
    private static function tag(array $row): array
    {
        $states = $row['states'] === null ? [] : (array) json_decode((string) $row['states'], true);
        $state = BatchState::of($states);
        $stuck = (int) $row['stuck'];

        return [
            'code' => (string) $row['code'],
            'version' => (int) $row['version'],
            'crop' => (string) $row['crop'],
            'cropSlug' => (string) $row['slug'],
            'method' => (string) $row['method'],
            'material' => (string) $row['material'],
            'state' => (bool) $row['called_off'] ? 'called_off' : $state->value,
            'stage' => self::stage($state, $row['stages'] === null ? null : (string) $row['stages']),
            'count' => match ($state) {
                BatchState::Planned => (int) $row['planned'],
                BatchState::Gone => (int) ($states['sold'] ?? 0),
                default => (int) $row['live'],
            },
            'planned' => (int) $row['planned'],
            'stuck' => $stuck,
            'rooted' => (int) $row['rooted'],
            'rate' => $row['counted'] && $stuck > 0 ? (int) $row['rooted'] / $stuck : null,
            'trays' => (int) $row['trays'],
            'trayKind' => (string) $row['tray_kind'],
            'zone' => (string) $row['zone'],
            'block' => (string) $row['block'],
            'wanted' => $row['wanted_id'] === null ? null : (int) $row['wanted_id'],
            'shared' => $row['shared'] === null ? [] : array_map(intval(...), explode(',', (string) $row['shared'])),
            'customer' => $row['customer'] === null ? null : (string) $row['customer'],
            'dueWeek' => $row['ready_week'] === null ? null : (string) $row['ready_week'],
            'weeksLate' => $row['ready_week'] === null ? null : max(0, Week::of((string) $row['ready_week'])->until(Week::containing(new \DateTimeImmutable((string) $row['ready_on'])))),
            'weanOn' => (string) $row['wean_on'],
            'stickOn' => (string) ($row['stuck_on'] ?? $row['stick_on']),
            'isStuck' => $row['stuck_on'] !== null,
            'rootedFrom' => (string) $row['rooted_from'],
            'rootedBy' => (string) $row['rooted_by'],
            'potFrom' => (string) $row['pot_from'],
            'potOn' => (string) $row['pot_on'],
            'potBy' => (string) $row['pot_by'],
            'readyFrom' => (string) $row['ready_from'],
            'readyOn' => (string) $row['ready_on'],
            'readyBy' => (string) $row['ready_by'],
            'heldDays' => (int) $row['held_days'],
            'locked' => (bool) $row['locked'],
            'asPlanned' => $row['as_planned'] === null ? null : json_decode((string) $row['as_planned'], true),
            'leftBenchOn' => $row['left_bench_on'] === null ? null : (string) $row['left_bench_on'],
        ];
    }

    /** The root stage its glyph shows while it roots: the typical one of the newest check. */
    private static function stage(BatchState $state, ?string $stages): ?string
    {
        $typical = $stages === null ? null : StageTally::of((array) json_decode($stages, true))->typical();

        return match ($state) {
            BatchState::Rooting => $typical->value ?? 'nothing',
            BatchState::PartRooted => $typical->value ?? 'at_wall',
            BatchState::Rooted => $typical->value ?? 'at_hole',
            default => null,
        };
    }
}
