<?php

declare(strict_types=1);

namespace WetCradle\Server\Crops;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Crops\Leaving;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Rates\LearntShare;
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
    /** @var list<?array<string, float|int>> with which it was read */
    private array $readWith = [];
    /** @var array<string, WaySheet> for what leaves without a pot, by what that is called */
    private array $leaving = [];

    public function __construct(
        #[ORM\ManyToOne(fetch: 'EAGER')] #[ORM\JoinColumn(nullable: false)] public Way $way,
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
        [$learnt, $through, $leftLonger] = $with = [$this->way->learnt, $this->way->through, $this->way->leftLonger];
        if ($this->read === null || $this->readWith !== $with) {
            $this->read = WaySheet::of($this->details)->learning(
                $learnt === null ? null : LearntPace::kept($learnt['halfAt'], $learnt['shape'], $learnt['lnSd'], $learnt['batches']),
                $through === null ? null : LearntShare::kept($through['a'], $through['b'], $through['batches']),
                $leftLonger === null ? null : LearntShare::kept($leftLonger['a'], $leftLonger['b'], $leftLonger['batches']),
            );
            $this->readWith = $with;
            $this->leaving = [];
        }

        return $this->read;
    }

    /** The same for what leaves in or as this. */
    public function leaving(Leaving $leaving): WaySheet
    {
        $sheet = $this->core();

        return $leaving->as->isPotted() ? $sheet : $this->leaving[$leaving->name] ??= $sheet->leaving($leaving);
    }
}
