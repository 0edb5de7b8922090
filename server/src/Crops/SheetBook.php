<?php

declare(strict_types=1);

namespace WetCradle\Server\Crops;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use WetCradle\Core\Crops\WaySheet;

/**
 * Kept sheets by their number. A version never changes, so what was read once holds; those that are not known yet are read
 * together.
 */
final class SheetBook
{
    /** @var array<int, WaySheet> */
    private array $known = [];

    public function __construct(private readonly Connection $db)
    {
    }

    /**
     * @param list<mixed> $ids numbers of versions that will be asked for
     */
    public function have(array $ids): void
    {
        $missing = array_values(array_diff(array_unique(array_map(static fn (mixed $id) => is_numeric($id) ? (int) $id : 0, $ids)), array_keys($this->known)));
        if ($missing === []) {
            return;
        }
        foreach ($this->db->executeQuery('SELECT id, details FROM way_sheet WHERE id IN (?)', [$missing], [ArrayParameterType::INTEGER])->iterateKeyValue() as $id => $details) {
            $this->known[(int) $id] = WaySheet::of((array) json_decode((string) $details, true, 64, JSON_THROW_ON_ERROR));
        }
    }

    public function of(int $id): WaySheet
    {
        $this->have([$id]);

        return $this->known[$id] ?? throw new \LogicException(sprintf('There is no sheet version %d.', $id));
    }
}
