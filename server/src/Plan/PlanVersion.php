<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Plan\PlannedBatch;
use WetCradle\Server\Account\Account;

/** A season's plan as it was: kept by name, or by itself before something changed many batches at once. */
#[ORM\Entity(readOnly: true), ORM\Table(name: 'plan_version')]
class PlanVersion
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    /**
     * @param list<array{
     *     code: string, crop: string, orders: list<int>, block: array{id: int, name: string}, zone: array{id: int, name: string},
     *     trays: int, cuttings: int, stickOn: string, heldDays: int, readyOn: string, stuck: bool,
     *     trayKind?: ?array{id: int, name: string}, movesOn?: list<array{zone: array{id: int, name: string}, from: string}>,
     *     pots?: ?array{zone: array{id: int, name: string}, spaced: bool}, potWeek?: ?string,
     * }> $content
     * @param list<array{code: string, zone: ?int, spaced: bool, since: string}> $lots where those stood that were carried elsewhere after it
     */
    public function __construct(
        #[ORM\Column] public string $name,
        #[ORM\Column] public \DateTimeImmutable $keptAt,
        #[ORM\ManyToOne] #[ORM\JoinColumn(name: 'by_id', nullable: false)] public Account $by,
        #[ORM\Column] public bool $automatic,
        #[ORM\Column(type: Types::JSON)] public array $content,
        #[ORM\Column(type: Types::JSON)] public array $lots = [],
    ) {
    }

    /** @return list<PlannedBatch> */
    public function batches(): array
    {
        return array_map(PlannedBatch::of(...), $this->content);
    }

    /** @return array{id: ?int, name: string, keptAt: string, by: string, automatic: bool, batches: int} */
    public function toArray(): array
    {
        return [
            'id' => $this->id, 'name' => $this->name, 'keptAt' => $this->keptAt->format('Y-m-d H:i'), 'by' => $this->by->name,
            'automatic' => $this->automatic, 'batches' => count($this->content),
        ];
    }
}
