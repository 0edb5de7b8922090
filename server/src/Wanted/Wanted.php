<?php

declare(strict_types=1);

namespace WetCradle\Server\Wanted;

use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Fact;
use WetCradle\Core\Priority;
use WetCradle\Core\Refused;
use WetCradle\Core\Stock\OnlyFrom;
use WetCradle\Core\Stock\Sex;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Stock\StockBlock;

/** What is wanted: an order of a customer or a line of one, or a target of our own. */
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

    /** The one block that it must come from, where it says one. */
    #[ORM\ManyToOne]
    public ?StockBlock $onlyBlock = null;
    /** The population or grower that it must come from, where it says one. */
    #[ORM\Column(nullable: true)]
    public ?string $onlyPopulation = null;

    /** The sex of the plants that it must come from, where it says one. */
    #[ORM\Column(nullable: true)]
    public ?Sex $sex = null;

    /** By which its customer calls the order that it is a line of. */
    #[ORM\Column(nullable: true)]
    public ?string $reference = null;

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

    public function onlyFrom(): OnlyFrom
    {
        return self::only($this->onlyBlock?->code, $this->onlyPopulation, $this->sex);
    }

    /** From which stock an order may come, by what is kept of it. */
    public static function only(?string $block, ?string $population, ?Sex $sex): OnlyFrom
    {
        return match (true) {
            $block !== null => OnlyFrom::block($block)->of($sex),
            $population !== null => OnlyFrom::population($population)->of($sex),
            default => OnlyFrom::anywhere()->of($sex),
        };
    }

    /** @throws Refused for the field, where a block is none that it may come from */
    public function mustComeFrom(StockBlock $block, string $field): void
    {
        $from = $this->onlyFrom();
        if ($from->meets($block->code, $block->comesFrom(), $block->sexes())) {
            return;
        }
        throw Refused::because('only_from', $field, $this->sex !== null && !$block->sexes()->has($this->sex)
            ? Fact::of('refused.wanted.only_of', sex: $this->sex->words(), block: $block->code)
            : Fact::of('refused.wanted.only_from', from: (string) $from->words(), block: $block->code));
    }

    /** @throws Refused for the field, where plants are not of the sex that it asks for */
    public function mustBeOf(?Sex $sex, string $which, string $field): void
    {
        if ($this->sex !== null && $this->sex !== $sex) {
            throw Refused::because('only_from', $field, Fact::of('refused.wanted.other_sex', sex: $this->sex->words(), which: $which));
        }
    }

    public function ready(): Week
    {
        return Week::of($this->readyWeek, 'readyWeek');
    }
}
