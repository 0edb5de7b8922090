<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/**
 * Orders that are met from the same batches: what is good goes to them in their order, so that the first is safest. An
 * order with batches of its own is a pool of one.
 */
final class Pool
{
    /**
     * @param non-empty-list<array{order: int, wanted: int, sent?: int, due?: \DateTimeImmutable}> $orders   in the order in which they are served
     * @param int                                                        $sure     good plants that are grown, or sold for them without saying for which
     * @param list<Standing>                                 $standing what is on its way for them
     */
    private function __construct(public readonly array $orders, public readonly int $sure, public readonly array $standing)
    {
    }

    /**
     * @param list<array{order: int, wanted: int, sent?: int, due?: \DateTimeImmutable}> $orders   in the order in which they are served
     * @param list<Standing>                                   $standing
     *
     * @throws Refused for `orders`
     */
    public static function of(array $orders, int $sure, array $standing): self
    {
        if ($orders === []) {
            throw Refused::because('empty', 'orders', Fact::of('refused.pool.empty'));
        }

        return new self($orders, $sure, $standing);
    }

    /** @return array<int, OrderOutlook> how each order stands, those before it having been served */
    public function outlooks(): array
    {
        $outlooks = [];
        $before = 0;
        foreach ($this->orders as $order) {
            $sent = $order['sent'] ?? 0;
            $outlooks[$order['order']] = OrderOutlook::of($order['wanted'], $this->sure, $this->standing, $before, $sent, $order['due'] ?? null);
            $before += max(0, $order['wanted'] - $sent);
        }

        return $outlooks;
    }
}
