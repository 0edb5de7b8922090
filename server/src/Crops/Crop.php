<?php

declare(strict_types=1);

namespace WetCradle\Server\Crops;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A crop: what is grown, and the ways in which it is propagated. */
#[ORM\Entity, ORM\Table(name: 'crop')]
class Crop
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    /** @var Collection<int, Way> */
    #[ORM\OneToMany(targetEntity: Way::class, mappedBy: 'crop'), ORM\OrderBy(['house' => 'DESC', 'id' => 'ASC'])]
    public Collection $ways;

    /** What a bought-in liner of it costs; null where nobody sells them. */
    #[ORM\Column(type: Types::FLOAT, nullable: true)]
    public ?float $linerPrice = null;
    /** Weeks of notice that its seller needs. */
    #[ORM\Column]
    public int $linerWeeks = 4;

    /** @param ?string $protectedBy who holds breeders' rights in it; null where nobody does */
    public function __construct(
        #[ORM\Column] public string $name,
        #[ORM\Column] public string $slug,
        #[ORM\Column(nullable: true)] public ?string $protectedBy = null,
    ) {
        $this->ways = new ArrayCollection();
    }

    /** The way in which the house propagates it unless it says otherwise. */
    public function house(): Way
    {
        foreach ($this->ways as $way) {
            if ($way->house) {
                return $way;
            }
        }
        throw new \LogicException(sprintf('%s has no house way.', $this->name));
    }

    public static function slugOf(string $name): string
    {
        return trim((string) preg_replace('/[^a-z0-9]+/', '-', strtolower((string) iconv('UTF-8', 'ASCII//TRANSLIT//IGNORE', $name))), '-');
    }
}
