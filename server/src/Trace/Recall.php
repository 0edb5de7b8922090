<?php

declare(strict_types=1);

namespace WetCradle\Server\Trace;

use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Records\TraceKind;
use WetCradle\Server\Account\Account;

/** Plants that are called back, with all that came of them, until somebody lifts it and says why. */
#[ORM\Entity, ORM\Table(name: 'recall')]
class Recall
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;
    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    #[ORM\Column(nullable: true)]
    public ?\DateTimeImmutable $liftedAt = null;
    #[ORM\ManyToOne]
    public ?Account $liftedBy = null;
    #[ORM\Column(nullable: true)]
    public ?string $liftedWhy = null;

    public function __construct(
        #[ORM\Column] public TraceKind $kind,
        /** The number of what it begins with. */
        #[ORM\Column] public int $what,
        #[ORM\Column] public string $name,
        #[ORM\Column] public string $why,
        #[ORM\Column] public \DateTimeImmutable $at,
        #[ORM\ManyToOne] #[ORM\JoinColumn(name: 'by_id', nullable: false)] public Account $by,
    ) {
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'id' => $this->id, 'version' => $this->version, 'kind' => $this->kind->value, 'name' => $this->name, 'why' => $this->why,
            'at' => $this->at->format('Y-m-d H:i'), 'by' => $this->by->name, 'liftedAt' => $this->liftedAt?->format('Y-m-d H:i'),
            'liftedBy' => $this->liftedBy?->name, 'liftedWhy' => $this->liftedWhy,
        ];
    }
}
