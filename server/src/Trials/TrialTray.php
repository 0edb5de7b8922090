<?php

declare(strict_types=1);

namespace WetCradle\Server\Trials;

use Doctrine\ORM\Mapping as ORM;

/** One tray of a trial, at its place on the bench; counted or not yet. */
#[ORM\Entity, ORM\Table(name: 'trial_tray')]
class TrialTray
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;
    #[ORM\Column(nullable: true)]
    public ?int $stuck = null;
    #[ORM\Column(nullable: true)]
    public ?int $rooted = null;

    public function __construct(
        #[ORM\ManyToOne(inversedBy: 'trays')] #[ORM\JoinColumn(nullable: false)] public Trial $trial,
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public TrialArm $arm,
        #[ORM\Column] public int $block,
        #[ORM\Column] public int $place,
    ) {
    }
}
