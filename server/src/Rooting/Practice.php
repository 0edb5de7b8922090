<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Rooting\RootStage;
use WetCradle\Server\Account\Account;

/** A set of drawn feet as one person graded it; graded once, so that nobody learns the set by heart. */
#[ORM\Entity(readOnly: true), ORM\Table(name: 'practice')]
class Practice
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    /** @param list<string> $grades stages in the order of the feet */
    public function __construct(
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Account $account,
        #[ORM\Column] public int $setNumber,
        #[ORM\Column(type: Types::JSON)] public array $grades,
        #[ORM\Column] public \DateTimeImmutable $at,
    ) {
    }

    /** @return list<RootStage> */
    public function stages(): array
    {
        return array_map(RootStage::from(...), $this->grades);
    }
}
