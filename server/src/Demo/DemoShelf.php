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
        foreach ($shelf['hormones'] as $thing) {
            $this->db->insert(
                'hormone_stock',
                [
                    'name' => $thing['name'], 'what' => $thing['what'], 'kind' => $thing['kind'], 'form' => $thing['form'],
                    'ppm' => (float) $thing['ppm'], 'made_on' => $this->day($thing['made']), 'keeps_until' => $this->day($thing['keeps']),
                ],
            );
        }
        foreach ($shelf['sanitisers'] as $thing) {
            $this->db->insert(
                'sanitiser',
                [
                    'name' => $thing['name'], 'ppm' => 10_000.0 * $thing['percent'], 'parts' => (float) $thing['parts'],
                    'reading' => $thing['reading'], 'minutes' => $thing['minutes'], 'never_meets' => $thing['neverMeets'],
                    'for_material' => (int) $thing['forMaterial'],
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
