<?php

declare(strict_types=1);

namespace WetCradle\Server\Wanted;

use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Priority;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Stock\StockBlock;

/** What is wanted: an order of a customer, or a target of our own. */
#[ORM\Entity, ORM\Table(name: 'wanted')]
class Wanted
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    #[ORM\Column]
    public bool $calledOff = false;

    /** The block of stock plants whose place its plants take; null where they are sold. */
    #[ORM\ManyToOne]
    public ?StockBlock $forBlock = null;

    public function __construct(
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Crop $crop,
        #[ORM\Column] public int $plants,
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Pot $pot,
        #[ORM\Column] public string $readyWeek,
        #[ORM\ManyToOne(cascade: ['persist'])] public ?Customer $customer,
        #[ORM\Column] public Priority $priority,
        #[ORM\Column(nullable: true)] public ?string $note,
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Account $enteredBy,
        #[ORM\Column] public \DateTimeImmutable $enteredAt,
    ) {
    }

    public function ready(): Week
    {
        return Week::of($this->readyWeek, 'readyWeek');
    }
}
