<?php

declare(strict_types=1);

namespace WetCradle\Server\Crops;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Crops\Leaving;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Server\Account\Account;

/** One way of propagating a crop, with its newest sheet. */
#[ORM\Entity, ORM\Table(name: 'way')]
class Way
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    /** The newest version of its sheet; unset only until its first one is kept. */
    #[ORM\ManyToOne(targetEntity: SheetVersion::class, cascade: ['persist'])]
    public ?SheetVersion $sheet = null;

    /** @var ?array{halfAt: float, shape: float, lnSd: float, batches: int} how fast it roots here; kept by what learns it, and no version of the way */
    #[ORM\Column(type: Types::JSON, nullable: true, insertable: false, updatable: false)]
    public ?array $learnt = null;

    /** @var ?array{a: float, b: float, batches: int} what share comes through potting and growing on here; kept by what learns it */
    #[ORM\Column(type: Types::JSON, nullable: true, insertable: false, updatable: false)]
    public ?array $through = null;

    /** @var ?array{a: float, b: float, batches: int} what share of what is left longer after a count still roots here; kept by what learns it */
    #[ORM\Column(type: Types::JSON, nullable: true, insertable: false, updatable: false)]
    public ?array $leftLonger = null;

    public function __construct(
        #[ORM\ManyToOne(inversedBy: 'ways')] #[ORM\JoinColumn(nullable: false)] public Crop $crop,
        #[ORM\Column] public string $name,
        #[ORM\Column] public bool $house,
    ) {
    }

    public function newest(): SheetVersion
    {
        return $this->sheet ?? throw new \LogicException('A way has a sheet.');
    }

    public function core(): WaySheet
    {
        return $this->newest()->core();
    }

    /** The newest version for what leaves in or as this. */
    public function leaving(Leaving $leaving): WaySheet
    {
        return $this->newest()->leaving($leaving);
    }

    /** Keeps a new version; the old ones stay for the batches stuck under them. */
    public function keep(WaySheet $sheet, Account $by, \DateTimeImmutable $at, ?string $why): SheetVersion
    {
        return $this->sheet = new SheetVersion($this, ($this->sheet->number ?? 0) + 1, $sheet, $by, $at, $why);
    }
}
