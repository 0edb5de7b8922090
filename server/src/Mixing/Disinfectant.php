<?php

declare(strict_types=1);

namespace WetCradle\Server\Mixing;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Mixing\RatioReading;
use WetCradle\Core\Mixing\Sanitiser;
use WetCradle\Core\Mixing\Strength;

/** A sanitiser, by its label. */
#[ORM\Entity, ORM\Table(name: 'sanitiser')]
class Disinfectant
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    public function __construct(
        #[ORM\Column] public string $name,
        #[ORM\Column(type: Types::FLOAT)] public float $ppm,
        #[ORM\Column(type: Types::FLOAT)] public float $parts,
        #[ORM\Column] public RatioReading $reading,
        /** That things lie in it. */
        #[ORM\Column] public int $minutes,
        #[ORM\Column] public string $neverMeets,
        /** Whether it is for cuttings, as it is made up here; else for tools, trays and benches. */
        #[ORM\Column] public bool $forMaterial,
        /** Whether cuttings are rinsed in clean water after it. */
        #[ORM\Column] public bool $rinse = true,
    ) {
    }

    public function core(): Sanitiser
    {
        return Sanitiser::of($this->parts, $this->reading, Strength::of($this->ppm));
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        $made = $this->core();

        return ['reading' => $this->reading->value] + get_object_vars($this) + [
            'percent' => Strength::of($this->ppm)->in('percent'), 'words' => $made->words(), 'madePpm' => $made->strength()->ppm,
            'madeWords' => $made->strength()->words(),
        ];
    }
}
