<?php

declare(strict_types=1);

namespace WetCradle\Server\Mixing;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Plan\Batch;

/** A dip that was made up, or a powder decanted: from what, how strong, for which batches; thrown away when it is used. */
#[ORM\Entity, ORM\Table(name: 'made_dip')]
class MadeDip
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(nullable: true)]
    public ?\DateTimeImmutable $discardedAt = null;

    /** @var Collection<int, Batch> */
    #[ORM\ManyToMany(targetEntity: Batch::class), ORM\JoinTable(name: 'made_dip_batch')]
    public Collection $batches;

    /** @param list<Batch> $batches */
    public function __construct(
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public HormoneStock $stock,
        #[ORM\Column(type: Types::FLOAT)] public float $ppm,
        #[ORM\Column(type: Types::FLOAT, nullable: true)] public ?float $stockMl,
        #[ORM\Column(type: Types::FLOAT, nullable: true)] public ?float $waterMl,
        #[ORM\Column(type: Types::FLOAT, nullable: true)] public ?float $grams,
        array $batches,
        #[ORM\Column] public \DateTimeImmutable $madeAt,
        #[ORM\ManyToOne] #[ORM\JoinColumn(name: 'by_id', nullable: false)] public Account $by,
    ) {
        $this->batches = new ArrayCollection($batches);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'id' => $this->id, 'stock' => $this->stock->name, 'what' => $this->stock->what, 'kind' => $this->stock->kind,
            'ppm' => $this->ppm, 'stockMl' => $this->stockMl, 'waterMl' => $this->waterMl, 'grams' => $this->grams,
            'madeAt' => $this->madeAt->format('Y-m-d H:i'), 'by' => $this->by->name, 'discardedAt' => $this->discardedAt?->format('Y-m-d H:i'),
            'batches' => array_map(static fn (Batch $b) => $b->code, $this->batches->getValues()),
        ];
    }
}
