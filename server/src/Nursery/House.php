<?php

declare(strict_types=1);

namespace WetCradle\Server\Nursery;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Refused;

/** The one nursery row, wherever it is needed. */
final class House
{
    private ?SiteAir $air = null;

    public function __construct(private readonly EntityManagerInterface $em)
    {
    }

    /** The air of an ordinary year here. */
    public function air(): SiteAir
    {
        $means = $this->nursery()->air;

        return $this->air?->means === $means ? $this->air : $this->air = SiteAir::of($means);
    }

    public function nursery(): Nursery
    {
        return $this->em->find(Nursery::class, 1) ?? throw Refused::because('not_set_up', '', 'This nursery is not set up yet.');
    }
}
