<?php

declare(strict_types=1);

namespace WetCradle\Server\Mixing;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Mixing\Recipe;

/** A mix that has a name of its own, by which crop sheets call it. */
#[ORM\Entity, ORM\Table(name: 'mix')]
class Mix
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    /** @param list<array{name: string, parts: float|int}> $parts */
    public function __construct(
        #[ORM\Column] public string $name,
        #[ORM\Column(type: Types::JSON)] public array $parts,
    ) {
    }

    public function recipe(): Recipe
    {
        return Recipe::of(array_map(static fn (array $part) => ['name' => $part['name'], 'parts' => (float) $part['parts']], $this->parts));
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return get_object_vars($this);
    }
}
