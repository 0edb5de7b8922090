<?php

declare(strict_types=1);

namespace WetCradle\Server\Demo;

use Doctrine\DBAL\Connection;

/** Lays hormones and sanitisers on the made-up nursery's shelf, and fills its store. */
final class DemoShelf
{
    public function __construct(private readonly Connection $db, private readonly \DateTimeImmutable $today)
    {
    }

    public function lay(): void
    {
        $shelf = Readable::yaml('shelf.yaml');
        foreach ($shelf['hormones'] as $one) {
            $this->db->insert(
                'hormone_stock',
                [
                    'name' => $one['name'], 'what' => $one['what'], 'kind' => $one['kind'], 'form' => $one['form'],
                    'ppm' => (float) $one['ppm'], 'made_on' => $this->day($one['made']), 'keeps_until' => $this->day($one['keeps']),
                ],
            );
        }
        foreach ($shelf['sanitisers'] as $one) {
            $this->db->insert(
                'sanitiser',
                [
                    'name' => $one['name'], 'ppm' => 10_000.0 * $one['percent'], 'parts' => (float) $one['parts'],
                    'reading' => $one['reading'], 'minutes' => $one['minutes'], 'never_meets' => $one['neverMeets'],
                    'for_material' => (int) $one['forMaterial'],
                ],
            );
        }
        foreach ($shelf['store'] as $part => $litres) {
            $this->db->update('mix_part', ['stock_litres' => (float) $litres], ['name' => $part]);
        }
    }

    private function day(int $from): string
    {
        return $this->today->modify(sprintf('%+d days', $from))->format('Y-m-d');
    }
}
