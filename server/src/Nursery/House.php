<?php

declare(strict_types=1);

namespace WetCradle\Server\Nursery;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Refused;

/** The one nursery row, wherever it is needed. */
final class House
{
    public function __construct(private readonly EntityManagerInterface $em)
    {
    }

    public function nursery(): Nursery
    {
        return $this->em->find(Nursery::class, 1) ?? throw Refused::because('not_set_up', '', 'This nursery is not set up yet.');
    }
}
