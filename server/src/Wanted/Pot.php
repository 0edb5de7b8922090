<?php

declare(strict_types=1);

namespace WetCradle\Server\Wanted;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A size of pot. */
#[ORM\Entity, ORM\Table(name: 'pot')]
class Pot
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    public function __construct(
        #[ORM\Column] public string $name,
        #[ORM\Column] public int $millilitres,
        /** cm across its rim. */
        #[ORM\Column(type: Types::FLOAT)] public float $acrossCm,
    ) {
    }

    /** @return array{id: ?int, name: string, millilitres: int} */
    public function toArray(): array
    {
        return ['id' => $this->id, 'name' => $this->name, 'millilitres' => $this->millilitres];
    }
}
