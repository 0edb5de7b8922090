<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Stock\CountedOn;
use WetCradle\Core\Stock\Licence;
use WetCradle\Server\Crops\Crop;

/** A licence that the nursery holds for a protected crop. */
#[ORM\Entity, ORM\Table(name: 'licence')]
class HeldLicence
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    #[ORM\Column] public string $holder;
    #[ORM\Column] public string $number;
    #[ORM\Column(type: Types::DATE_IMMUTABLE)] public \DateTimeImmutable $fromDay;
    #[ORM\Column(type: Types::DATE_IMMUTABLE)] public \DateTimeImmutable $toDay;
    #[ORM\Column] public int $plants;
    #[ORM\Column(type: Types::FLOAT)] public float $royalty;
    #[ORM\Column] public CountedOn $counts;
    public function __construct(#[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Crop $crop, string $holder, Licence $licence)
    {
        $this->says($holder, $licence);
    }

    public function says(string $holder, Licence $licence): void
    {
        $this->holder = $holder;
        $this->number = $licence->number;
        $this->fromDay = $licence->from;
        $this->toDay = $licence->to;
        $this->plants = $licence->plants;
        $this->royalty = $licence->royalty;
        $this->counts = $licence->counts;
    }

    public function core(): Licence
    {
        return Licence::of($this->number, $this->fromDay, $this->toDay, $this->plants, $this->royalty, $this->counts);
    }

    /** @return array<string, mixed> */
    public function editable(): array
    {
        return [
            'crop' => $this->crop->name, 'holder' => $this->holder, 'number' => $this->number, 'from' => $this->fromDay->format('Y-m-d'),
            'to' => $this->toDay->format('Y-m-d'), 'plants' => $this->plants, 'royalty' => $this->royalty, 'counts' => $this->counts->value,
            'version' => $this->version,
        ];
    }
}
