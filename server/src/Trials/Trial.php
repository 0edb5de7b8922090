<?php

declare(strict_types=1);

namespace WetCradle\Server\Trials;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Rates\TrialEnd;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Crops\Crop;

/** A question put to the bench: two to four arms side by side, each of several trays. */
#[ORM\Entity, ORM\Table(name: 'trial')]
class Trial
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;
    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    /** @var Collection<int, TrialArm> */
    #[ORM\OneToMany(targetEntity: TrialArm::class, mappedBy: 'trial', cascade: ['persist']), ORM\OrderBy(['place' => 'ASC'])]
    public Collection $arms;
    /** @var Collection<int, TrialTray> as they stand along the bench */
    #[ORM\OneToMany(targetEntity: TrialTray::class, mappedBy: 'trial', cascade: ['persist']), ORM\OrderBy(['block' => 'ASC', 'place' => 'ASC'])]
    public Collection $trays;

    /** When anything of it was written last, so that each writing of a tray or an arm is a version of the whole. */
    #[ORM\Column]
    public \DateTimeImmutable $changedAt;
    #[ORM\Column(nullable: true)]
    public ?TrialEnd $ended = null;
    #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
    public ?\DateTimeImmutable $endedOn = null;
    #[ORM\Column(nullable: true)]
    public ?string $endedWhy = null;
    #[ORM\ManyToOne] #[ORM\JoinColumn(name: 'adopted_id')]
    public ?TrialArm $adopted = null;

    /**
     * @param float $usually the share that roots as it is done now
     * @param float $hoped   the share that would make a difference
     * @param int   $perTray cuttings in a tray
     */
    public function __construct(
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Crop $crop,
        #[ORM\Column] public string $question,
        #[ORM\Column(type: Types::FLOAT)] public float $usually,
        #[ORM\Column(type: Types::FLOAT)] public float $hoped,
        #[ORM\Column] public int $perTray,
        #[ORM\Column(type: Types::DATE_IMMUTABLE)] public \DateTimeImmutable $laidOn,
        #[ORM\Column] public \DateTimeImmutable $at,
        #[ORM\ManyToOne] #[ORM\JoinColumn(name: 'by_id', nullable: false)] public Account $by,
    ) {
        $this->arms = new ArrayCollection();
        $this->trays = new ArrayCollection();
        $this->changedAt = $at;
    }

    /** @param list<list<int>> $blocks the arm at each place of each block */
    public function lay(array $blocks): void
    {
        foreach ($blocks as $block => $places) {
            foreach ($places as $place => $arm) {
                $this->trays->add(new TrialTray($this, $this->arms->get($arm) ?? throw new \LogicException('Each arm was laid.'), $block, $place));
            }
        }
    }

    /** The arm that the others are measured by: the untreated one, or else the first. */
    public function measure(): int
    {
        foreach ($this->arms as $arm) {
            if ($arm->untreated) {
                return $arm->place;
            }
        }

        return 0;
    }

    /** @return list<list<array{int, int}>> by arm, rooted and stuck of its counted trays */
    public function counted(): array
    {
        $arms = array_fill(0, count($this->arms), []);
        foreach ($this->trays as $tray) {
            if ($tray->stuck !== null && $tray->rooted !== null) {
                $arms[$tray->arm->place][] = [$tray->rooted, $tray->stuck];
            }
        }

        return array_values($arms);
    }
}
