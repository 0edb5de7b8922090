<?php

declare(strict_types=1);

namespace WetCradle\Server\Http;

use Doctrine\DBAL\Connection;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use WetCradle\Core\Plan\BatchCode;
use WetCradle\Server\Database\Row;

/** Finds any batch, lot, crop, stock block, zone, customer or order by a few letters. */
final class FindController
{
    private const MOST = 8;

    public function __construct(private readonly Connection $db)
    {
    }

    #[Route('/api/find', methods: ['GET'])]
    public function find(Request $request): Answer
    {
        $typed = mb_substr(trim($request->query->getString('q')), 0, 60);
        if ($typed === '') {
            return new Answer(['found' => []]);
        }
        $like = '%'.addcslashes($typed, '%_\\').'%';
        $code = BatchCode::typed($typed)->written ?? strtoupper($typed);
        $hits = [];
        foreach ([
            'batch' => ["SELECT b.code AS name, c.name || ', ' || coalesce(b.stuck_on, 'planned for ' || b.stick_on) AS more, b.code AS at
                FROM batch b JOIN crop c ON c.id = b.crop_id WHERE b.called_off = 0 AND b.id IN (
                SELECT id FROM batch WHERE code LIKE ? ESCAPE '\\'
                UNION SELECT x.id FROM crop k JOIN batch x ON x.crop_id = k.id WHERE k.name LIKE ? ESCAPE '\\')
                ORDER BY b.code = ? DESC, b.left_bench_on IS NULL DESC, b.stick_on DESC, b.id DESC", [addcslashes($code, '%_\\').'%', $like, $code]],
            'lot' => ["SELECT p.code AS name, c.name || ', ' || o.name || ', potted ' || p.potted_on AS more, p.code AS at
                FROM pot_lot p JOIN crop c ON c.id = p.crop_id JOIN pot o ON o.id = p.pot_id WHERE EXISTS (SELECT 1 FROM line l WHERE l.lot_id = p.id)
                AND (p.code = ? OR p.crop_id IN (SELECT id FROM crop WHERE name LIKE ? ESCAPE '\\')) ORDER BY p.code = ? DESC, p.ready_on DESC, p.id DESC",
                [strtoupper($typed), $like, strtoupper($typed)]],
            'crop' => ["SELECT c.name, w.name AS more, c.slug AS at FROM crop c JOIN way w ON w.crop_id = c.id AND w.house = 1
                WHERE c.name LIKE ? ESCAPE '\\' ORDER BY c.name", [$like]],
            'block' => ["SELECT k.code AS name, c.name || ', ' || k.place AS more, k.code AS at FROM stock_block k
                JOIN crop c ON c.id = k.crop_id WHERE k.code LIKE ? ESCAPE '\\' OR c.name LIKE ? ESCAPE '\\' ORDER BY k.code", [$like, $like]],
            'zone' => ["SELECT name, house AS more, name AS at FROM zone WHERE name LIKE ? ESCAPE '\\' ORDER BY id", [$like]],
            'customer' => ["SELECT k.name, count(w.id) || CASE count(w.id) WHEN 1 THEN ' order' ELSE ' orders' END AS more, k.name AS at FROM customer k
                LEFT JOIN wanted w ON w.customer_id = k.id AND w.called_off = 0 WHERE k.name LIKE ? ESCAPE '\\' GROUP BY k.id ORDER BY k.name", [$like]],
            'wanted' => ["SELECT w.plants || ' ' || c.name AS name, coalesce(k.name || ', ', 'own target, ') || w.ready_week AS more, CAST(w.id AS TEXT) AS at
                FROM wanted w JOIN crop c ON c.id = w.crop_id LEFT JOIN customer k ON k.id = w.customer_id
                WHERE c.name LIKE ? ESCAPE '\\' OR k.name LIKE ? ESCAPE '\\' ORDER BY w.ready_week DESC, w.id DESC", [$like, $like]],
        ] as $kind => [$sql, $parameters]) {
            foreach (Row::all($this->db, $sql.' LIMIT '.self::MOST, $parameters) as $row) {
                $hits[] = ['kind' => $kind, 'name' => $row->text('name'), 'more' => $row->text('more'), 'at' => $row->text('at')];
            }
        }

        return new Answer(['found' => $hits]);
    }
}
