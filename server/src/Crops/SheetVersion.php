<?php

declare(strict_types=1);

namespace WetCradle\Server\Crops;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Rooting\LearntPace;
use WetCradle\Server\Account\Account;

/** A way's sheet as it was kept once; it never changes after. */
#[ORM\Entity(readOnly: true), ORM\Table(name: 'way_sheet')]
class SheetVersion
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    /** @var array<string, mixed> as WaySheet::toArray gives it */
    #[ORM\Column(type: Types::JSON)]
    public array $details;

    private ?WaySheet $read = null;
    /** @var ?array{halfAt: float, shape: float, lnSd: float, batches: int} with which it was read */
    private ?array $readWith = null;

    public function __construct(
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Way $way,
        #[ORM\Column] public int $number,
        WaySheet $sheet,
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Account $keptBy,
        #[ORM\Column] public \DateTimeImmutable $keptAt,
        #[ORM\Column(nullable: true)] public ?string $why,
    ) {
        $this->details = $sheet->toArray();
    }

    /** As it was written, and with how fast its way roots here. */
    public function core(): WaySheet
    {
        $learnt = $this->way->learnt;
        if ($this->read === null || $this->readWith !== $learnt) {
            $pace = $learnt === null ? null : LearntPace::kept($learnt['halfAt'], $learnt['shape'], $learnt['lnSd'], $learnt['batches']);
            [$this->read, $this->readWith] = [WaySheet::of($this->details)->learning($pace), $learnt];
        }

        return $this->read;
    }
}
