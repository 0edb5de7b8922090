<?php

declare(strict_types=1);

namespace WetCradle\Server\Wanted;

use Doctrine\ORM\Mapping as ORM;

/** Who ordered. */
#[ORM\Entity, ORM\Table(name: 'customer')]
class Customer
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    public function __construct(#[ORM\Column] public string $name)
    {
    }
}
