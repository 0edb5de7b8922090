<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Plan\Goods;
use WetCradle\Core\Stock\Licence;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Stock\HeldLicence;
use WetCradle\Server\Wanted\Pot;

/** What plants use up on their way here, by the nursery's own prices and the licences that run. */
final class UsedGoods
{
    /** @var ?array<int, Licence> that runs, by crop */
    private ?array $licences = null;
    /** @var ?list<Pot> */
    private ?array $pots = null;

    public function __construct(private readonly EntityManagerInterface $em, private readonly House $house, private readonly Today $today)
    {
    }

    /** @param ?Pot $pot that is asked for; the sheet's own where nobody asks */
    public function of(Crop $crop, WaySheet $sheet, TrayKind $kind, ?Pot $pot = null): Goods
    {
        $pot ??= $sheet->potting->potOf($this->pots ??= $this->em->getRepository(Pot::class)->findBy([], ['id' => 'ASC']), static fn (Pot $p) => $p->name);

        return Goods::of(
            $sheet,
            $pot->name ?? '',
            $kind->cells,
            (float) $kind->cellMl,
            (float) ($pot->millilitres ?? 0),
            $pot->acrossCm ?? 0.0,
            $this->licences()[(int) $crop->id] ?? null,
            $this->house->defaults(),
        );
    }

    /** @return array<int, Licence> */
    private function licences(): array
    {
        if ($this->licences === null) {
            $this->licences = [];
            foreach ($this->em->getRepository(HeldLicence::class)->findBy([], ['toDay' => 'ASC']) as $held) {
                if ($held->core()->covers($this->today->day())) {
                    $this->licences[(int) $held->crop->id] = $held->core();
                }
            }
        }

        return $this->licences;
    }
}
