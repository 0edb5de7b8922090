<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Rooting\Seen;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Book\Line;

/** What was seen at one tag on the round; what was taken out at once is in the book. */
#[ORM\Entity(readOnly: true), ORM\Table(name: 'round_look')]
class RoundLook
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    public function __construct(
        /** By which the device that logged it knows it again. */
        #[ORM\Column] public string $deviceKey,
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Line $line,
        #[ORM\Column] public Seen $seen,
        #[ORM\Column(type: Types::FLOAT, nullable: true)] public ?float $share,
        #[ORM\Column] public int $culled,
        #[ORM\Column(nullable: true)] public ?string $note,
        /** The name of its picture among those kept. */
        #[ORM\Column(nullable: true)] public ?string $photo,
        /** Whether some were lifted: a check, which says nothing of how the rest looks. */
        #[ORM\Column] public bool $lifted,
        #[ORM\Column] public \DateTimeImmutable $seenAt,
        #[ORM\Column] public \DateTimeImmutable $at,
        #[ORM\ManyToOne] #[ORM\JoinColumn(name: 'by_id', nullable: false)] public Account $by,
    ) {
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'id' => $this->id, 'line' => $this->line->number, 'seen' => $this->seen->value, 'share' => $this->share,
            'culled' => $this->culled, 'note' => $this->note, 'lifted' => $this->lifted,
            'photo' => $this->photo !== null, 'on' => $this->seenAt->format('Y-m-d'), 'at' => $this->seenAt->format('H:i'), 'by' => $this->by->name,
        ];
    }
}
