<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Course\PlainDates;

/** The days of a batch, reckoned together whenever what they rest on changes; and what a person said about its potting. */
#[ORM\Embeddable]
class BatchDays
{
    #[ORM\Column(type: Types::DATE_IMMUTABLE)]
    public \DateTimeImmutable $stickOn;
    #[ORM\Column(type: Types::DATE_IMMUTABLE)]
    public \DateTimeImmutable $rootedFrom;
    #[ORM\Column(type: Types::DATE_IMMUTABLE)]
    public \DateTimeImmutable $rootedBy;
    #[ORM\Column(type: Types::DATE_IMMUTABLE)]
    public \DateTimeImmutable $weanOn;
    #[ORM\Column(type: Types::DATE_IMMUTABLE)]
    public \DateTimeImmutable $potOn;
    #[ORM\Column(type: Types::DATE_IMMUTABLE)]
    public \DateTimeImmutable $potFrom;
    #[ORM\Column(type: Types::DATE_IMMUTABLE)]
    public \DateTimeImmutable $potBy;
    #[ORM\Column(type: Types::DATE_IMMUTABLE)]
    public \DateTimeImmutable $readyFrom;
    #[ORM\Column(type: Types::DATE_IMMUTABLE)]
    public \DateTimeImmutable $readyOn;
    #[ORM\Column(type: Types::DATE_IMMUTABLE)]
    public \DateTimeImmutable $readyBy;
    /** Days that it stands in its tray longer than it must, for want of hands. */
    #[ORM\Column]
    public int $heldDays = 0;
    /** The week that its potting was given on the week board; null where it is potted when it is due. */
    #[ORM\Column(nullable: true)]
    public ?string $potWeek = null;
    /** @var list<array{step: int, on: string, done: bool}> steps of its weaning that somebody took, or put off to a day */
    #[ORM\Column(type: Types::JSON)]
    public array $weaning = [];

    public function __construct(PlainDates $dates)
    {
        $this->set($dates);
    }

    /** Days that are the same are left: other objects for them would make another version of the batch. */
    public function reckonedAs(PlainDates $dates): void
    {
        foreach ($dates->toArray() as $name => $day) {
            if ($this->{$name}->format('Y-m-d') !== $day) {
                $this->set($dates);
                break;
            }
        }
    }

    /** @param array<int, array{on: \DateTimeImmutable, done: bool}> $kept by number of the step */
    public function weanedBy(array $kept): void
    {
        ksort($kept);
        $this->weaning = [];
        foreach ($kept as $step => ['on' => $on, 'done' => $done]) {
            $this->weaning[] = ['step' => $step, 'on' => $on->format('Y-m-d'), 'done' => $done];
        }
    }

    /**
     * @param mixed $kept as `weaning` is kept
     *
     * @return array<int, array{on: \DateTimeImmutable, done: bool}> by number of the step
     */
    public static function keptSteps(mixed $kept): array
    {
        $steps = [];
        foreach (is_array($kept) ? $kept : [] as $said) {
            if (is_array($said) && is_int($said['step'] ?? null) && is_string($said['on'] ?? null)) {
                $steps[$said['step']] = ['on' => new \DateTimeImmutable($said['on']), 'done' => ($said['done'] ?? false) === true];
            }
        }

        return $steps;
    }

    /**
     * Whether somebody has taken a step of its weaning; where its sheet has none, there is nothing to begin.
     *
     * @param array<mixed> $kept  as `weaning` is kept
     * @param array<mixed> $steps of its sheet
     */
    public static function hasBegun(array $kept, array $steps): bool
    {
        return $steps === [] || in_array(true, array_column($kept, 'done'), true);
    }

    /** As they are kept. */
    public function dates(): PlainDates
    {
        return PlainDates::known(
            $this->stickOn, $this->rootedFrom, $this->rootedBy, $this->weanOn, $this->potFrom, $this->potOn, $this->potBy,
            $this->readyFrom, $this->readyOn, $this->readyBy,
        );
    }

    /** Potted: from now on only when it is ready is a forecast. */
    public function readyOnly(\DateTimeImmutable $day): void
    {
        $this->readyOn = $this->readyFrom = $this->readyBy = $day;
    }

    public function givenWeek(): ?Week
    {
        return $this->potWeek === null ? null : Week::of($this->potWeek);
    }

    private function set(PlainDates $dates): void
    {
        $this->stickOn = $dates->stickOn;
        $this->rootedFrom = $dates->rootedFrom;
        $this->rootedBy = $dates->rootedBy;
        $this->weanOn = $dates->weanOn;
        $this->potOn = $dates->potOn;
        $this->potFrom = $dates->potFrom;
        $this->potBy = $dates->potBy;
        $this->readyFrom = $dates->readyFrom;
        $this->readyOn = $dates->readyOn;
        $this->readyBy = $dates->readyBy;
    }
}
