<?php

declare(strict_types=1);

namespace WetCradle\Server\Trials;

use Doctrine\ORM\Mapping as ORM;
use WetCradle\Server\Crops\Way;
use WetCradle\Server\Plan\Batch;

/** One way of doing it in a trial. */
#[ORM\Entity, ORM\Table(name: 'trial_arm')]
class TrialArm
{
    private const LETTERS = ['A', 'B', 'C', 'D'];

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    /** The batch that its cuttings are entered as, where they are a batch of their own. */
    #[ORM\ManyToOne]
    public ?Batch $batch = null;

    /**
     * @param int  $place counted from nought
     * @param ?Way $way   the way of the crop that it would be; null where the crop has none for it yet
     */
    public function __construct(
        #[ORM\ManyToOne(inversedBy: 'arms')] #[ORM\JoinColumn(nullable: false)] public Trial $trial,
        #[ORM\Column] public int $place,
        #[ORM\Column] public string $name,
        #[ORM\Column] public bool $untreated,
        #[ORM\ManyToOne] public ?Way $way,
    ) {
    }

    /** What stands on its labels. */
    public function letter(): string
    {
        return self::LETTERS[$this->place];
    }
}
