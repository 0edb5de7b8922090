<?php

declare(strict_types=1);

namespace WetCradle\Server\Wanted;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Crops\LeavesAs;
use WetCradle\Core\Crops\Leaving;
use WetCradle\Server\Database\Row;

/** What plants leave in or as: a size of pot, a plug in its tray, bare-root, a bundle. */
#[ORM\Entity, ORM\Table(name: 'pot')]
class Pot
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    public function __construct(
        #[ORM\Column] public string $name,
        /** None where it is no pot. */
        #[ORM\Column] public int $millilitres,
        /** cm across its rim; none where it is no pot. */
        #[ORM\Column(type: Types::FLOAT)] public float $acrossCm,
        #[ORM\Column] public LeavesAs $leaves = LeavesAs::Pot,
        #[ORM\Column(nullable: true)] public ?int $bundleOf = null,
    ) {
    }

    /**
     * What an order asks for, of a row that has `pot`, `leaves` and `bundle_of`.
     *
     * @return ?Leaving null where there is no order
     */
    public static function leavingOf(Row $row): ?Leaving
    {
        return $row->has('leaves') ? Leaving::of(LeavesAs::from($row->text('leaves')), $row->text('pot'), $row->intOrNull('bundle_of')) : null;
    }

    public function leaving(): Leaving
    {
        return Leaving::of($this->leaves, $this->name, $this->bundleOf);
    }

    /**
     * The same as `toArray`, of a row that has `pot_id`, `pot`, `millilitres`, `leaves` and `bundle_of`.
     *
     * @return array{id: int, name: string, millilitres: int, leaves: LeavesAs, bundleOf: ?int}
     */
    public static function arrayOf(Row $row): array
    {
        return [
            'id' => $row->int('pot_id'), 'name' => $row->text('pot'), 'millilitres' => $row->int('millilitres'),
            'leaves' => LeavesAs::from($row->text('leaves')), 'bundleOf' => $row->intOrNull('bundle_of'),
        ];
    }

    /** @return array{id: ?int, name: string, millilitres: int, leaves: LeavesAs, bundleOf: ?int} */
    public function toArray(): array
    {
        return ['id' => $this->id, 'name' => $this->name, 'millilitres' => $this->millilitres, 'leaves' => $this->leaves, 'bundleOf' => $this->bundleOf];
    }
}
