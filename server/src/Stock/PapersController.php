<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\DBAL\Connection;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use WetCradle\Core\Stock\Origin;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Potting\Dispatch;

/** Papers of plant health, as they are kept: permits of blocks, passports that plants came with, and those that went along with plants. */
final class PapersController
{
    private const PAGE = 100;

    public function __construct(private readonly Connection $db, private readonly Today $today)
    {
    }

    #[Route('/api/papers', methods: ['GET'])]
    public function all(Request $request): Answer
    {
        $before = $request->query->getInt('before');
        $today = $this->today->day()->format('Y-m-d');
        $needs = array_map(static fn (Origin $o) => $o->value, array_filter(Origin::cases(), static fn (Origin $o) => $o->needsPermit()));
        $blocks = Row::all($this->db, 'SELECT k.code, c.name AS crop, k.origin, k.source, k.permit, k.permit_until, k.passport
            FROM stock_block k JOIN crop c ON c.id = k.crop_id ORDER BY k.permit_until IS NULL, k.permit_until, k.code');
        $given = Row::all($this->db, 'SELECT d.id, d.passport, d.count, d.wanted_id, a.on_day, p.code, c.name AS crop, w.reference, u.name AS customer
            FROM dispatch d JOIN act a ON a.id = d.act_id JOIN pot_lot p ON p.id = d.lot_id JOIN crop c ON c.id = p.crop_id
            JOIN wanted w ON w.id = d.wanted_id LEFT JOIN customer u ON u.id = w.customer_id
            WHERE d.passport IS NOT NULL AND d.id < ? AND '.Dispatch::HOLDS.' ORDER BY d.id DESC LIMIT '.(self::PAGE + 1),
            [$before > 0 ? $before : PHP_INT_MAX],
        );

        return new Answer([
            'permits' => array_values(array_map(static fn (Row $r) => [
                'block' => $r->text('code'), 'crop' => $r->text('crop'), 'origin' => $r->text('origin'), 'number' => $r->textOrNull('permit'),
                'until' => $r->textOrNull('permit_until'), 'isOver' => $r->has('permit_until') && $r->text('permit_until') < $today,
            ], array_filter($blocks, static fn (Row $r) => $r->has('permit') || in_array($r->text('origin'), $needs, true)))),
            'cameWith' => array_values(array_map(static fn (Row $r) => [
                'block' => $r->text('code'), 'crop' => $r->text('crop'), 'source' => $r->textOrNull('source'), 'passport' => $r->text('passport'),
            ], array_filter($blocks, static fn (Row $r) => $r->has('passport')))),
            'given' => array_map(static fn (Row $r) => [
                'id' => $r->int('id'), 'on' => $r->text('on_day'), 'passport' => $r->text('passport'), 'lot' => $r->text('code'), 'crop' => $r->text('crop'),
                'plants' => $r->int('count'), 'order' => $r->int('wanted_id'), 'reference' => $r->textOrNull('reference'),
                'customer' => $r->textOrNull('customer'),
            ], array_slice($given, 0, self::PAGE)),
            'more' => count($given) > self::PAGE,
        ]);
    }
}
