<?php

declare(strict_types=1);

namespace WetCradle\Server\Crops;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\Leaving;
use WetCradle\Core\Crops\Plantlets;
use WetCradle\Core\Crops\Potting;
use WetCradle\Core\Crops\Warmth;
use WetCradle\Core\Crops\Wash;
use WetCradle\Core\Crops\Water;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Server\Database\Row;

/**
 * Kept sheets by their number, whole or by the part that is asked for. A version never changes, so what was read once holds;
 * those that are not known yet are read together.
 */
final class SheetBook
{
    /** @var array<int, array<string, mixed>> as they are kept */
    private array $kept = [];
    /** @var array<int, Warmth> */
    private array $warmth = [];
    /** @var array<int, Water> */
    private array $water = [];
    /** @var array<int, Potting> */
    private array $potting = [];
    /** @var array<int, list<array{days: int, what: string}>> */
    private array $weaning = [];
    /** @var array<int, Plantlets> */
    private array $plantlets = [];

    public function __construct(private readonly Connection $db, private readonly EntityManagerInterface $em)
    {
    }

    /**
     * @param list<mixed> $ids numbers of versions that will be asked for
     */
    public function have(array $ids): void
    {
        $numbers = array_unique(array_map(static fn (mixed $id) => is_numeric($id) ? (int) $id : 0, $ids));
        $missing = array_values(array_filter($numbers, fn (int $id) => !isset($this->kept[$id]) && $this->version($id) === null));
        if ($missing === []) {
            return;
        }
        foreach (Row::all($this->db, 'SELECT id, details FROM way_sheet WHERE id IN (?)', [$missing], [ArrayParameterType::INTEGER]) as $row) {
            $this->kept[$row->int('id')] = $row->json('details');
        }
    }

    public function warmth(int $id): Warmth
    {
        return $this->warmth[$id] ??= $this->whole($id)->care->warmth ?? Warmth::read(Fields::of($this->keptAs($id)['warmth'] ?? null));
    }

    public function water(int $id): Water
    {
        return $this->water[$id] ??= $this->whole($id)->care->water ?? WaySheet::waterOf(Fields::of($this->keptAs($id)));
    }

    /** @param ?Leaving $leaving what its order asks for; null where it has none */
    public function potting(int $id, ?Leaving $leaving = null): Potting
    {
        $potting = $this->potting[$id] ??= $this->whole($id)->potting ?? Potting::read(Fields::of($this->keptAs($id)['potting'] ?? null));

        return $leaving === null ? $potting : $potting->leaving($leaving);
    }

    /** @return list<array{days: int, what: string}> its steps of weaning */
    public function weaning(int $id): array
    {
        return $this->weaning[$id] ??= $this->whole($id)->care->weaning ?? WaySheet::stepsOf(Fields::of($this->keptAs($id)));
    }

    public function plantlets(int $id): Plantlets
    {
        return $this->plantlets[$id] ??= $this->whole($id)?->plantlets() ?? Plantlets::read(Fields::of($this->keptAs($id)));
    }

    /**
     * Whole sheets, as their ways root here; those that nobody has read yet are read together.
     *
     * @param list<int> $ids of versions
     *
     * @return array<int, WaySheet> by version
     */
    public function wholes(array $ids): array
    {
        $missing = array_values(array_filter(array_unique($ids), fn (int $id) => $this->version($id) === null));
        if ($missing !== []) {
            $this->em->createQuery('SELECT s FROM '.SheetVersion::class.' s WHERE s.id IN (:ids)')->setParameter('ids', $missing)->getResult();
        }

        return array_filter(array_map($this->whole(...), array_combine($ids, $ids)));
    }

    /** The whole sheet of a version that somebody else has read already: it is not read a second time, part by part. */
    private function whole(int $id): ?WaySheet
    {
        return $this->version($id)?->core();
    }

    private function version(int $id): ?SheetVersion
    {
        $version = $this->em->getUnitOfWork()->tryGetById($id, SheetVersion::class);

        return $version instanceof SheetVersion && !$this->em->isUninitializedObject($version) ? $version : null;
    }

    /** @return array<string, mixed> */
    private function keptAs(int $id): array
    {
        $this->have([$id]);

        return $this->kept[$id] ?? throw new \LogicException(sprintf('There is no sheet version %d.', $id));
    }

    /** @return list<string> names of crops whose cuttings, by the newest sheet of the house way, are never washed or dipped */
    public function neverDipped(): array
    {
        $rows = Row::all($this->db, 'SELECT c.name, s.details FROM crop c JOIN way y ON y.crop_id = c.id AND y.house = 1
            JOIN way_sheet s ON s.id = y.sheet_id ORDER BY c.name');
        $never = array_filter($rows, static fn (Row $row) => Fields::of($row->json('details'))->choice('wash', Wash::class) === Wash::Never);

        return array_values(array_map(static fn (Row $row) => $row->text('name'), $never));
    }

    /** @return array<int, float> °C below which a crop does not grow, by its id, as the newest sheet of its house way says */
    public function bases(): array
    {
        $bases = [];
        $ways = Row::all($this->db, 'SELECT crop_id, sheet_id FROM way WHERE house = 1');
        $this->have(Row::ints($ways, 'sheet_id'));
        foreach ($ways as $way) {
            $bases[$way->int('crop_id')] = $this->warmth($way->int('sheet_id'))->cardinal->base;
        }

        return $bases;
    }

    /** @return list<string> mixes as the newest sheets write them, to root in and to pot into */
    public function mixes(): array
    {
        $recipes = [];
        foreach (Row::all($this->db, 'SELECT s.details FROM way y JOIN way_sheet s ON s.id = y.sheet_id') as $row) {
            $sheet = Fields::of($row->json('details'));
            $recipes[$sheet->object('mix')->text('parts')] = true;
            $recipes[$sheet->object('potting')->text('mix')] = true;
        }

        return array_map(strval(...), array_keys($recipes));
    }
}
