<?php

declare(strict_types=1);

namespace WetCradle\Server\Mixing;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Server\Account\Account;

/** A step of a day's sheet that is done. */
#[ORM\Entity, ORM\Table(name: 'day_tick')]
class DayTick
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    public function __construct(
        #[ORM\Column(type: Types::DATE_IMMUTABLE)] public \DateTimeImmutable $onDay,
        #[ORM\Column] public string $step,
        /** How many, or how much, it came to. */
        #[ORM\Column(type: Types::FLOAT, nullable: true)] public ?float $actual,
        #[ORM\Column(nullable: true)] public ?string $note,
        #[ORM\Column] public \DateTimeImmutable $at,
        #[ORM\ManyToOne] #[ORM\JoinColumn(name: 'by_id', nullable: false)] public Account $by,
    ) {
    }

    /** @return array{actual: ?float, note: ?string, at: string, by: string} */
    public function toArray(): array
    {
        return ['actual' => $this->actual, 'note' => $this->note, 'at' => $this->at->format('H:i'), 'by' => $this->by->name];
    }
}
