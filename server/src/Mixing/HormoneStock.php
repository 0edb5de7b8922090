<?php

declare(strict_types=1);

namespace WetCradle\Server\Mixing;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Crops\HormoneKind;
use WetCradle\Core\Mixing\Auxin;
use WetCradle\Core\Mixing\AuxinForm;
use WetCradle\Core\Mixing\DipStock;
use WetCradle\Core\Mixing\Strength;

/** A hormone on the shelf, by its label. */
#[ORM\Entity, ORM\Table(name: 'hormone_stock')]
class HormoneStock
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
    public ?\DateTimeImmutable $discardedOn = null;

    public function __construct(
        #[ORM\Column] public string $name,
        /** IBA, NAA, or what else the label says. */
        #[ORM\Column] public string $what,
        #[ORM\Column] public HormoneKind $kind,
        /** Whether the label counts the acid or its salt. */
        #[ORM\Column] public AuxinForm $form,
        #[ORM\Column(type: Types::FLOAT)] public float $ppm,
        #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)] public ?\DateTimeImmutable $madeOn,
        #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)] public ?\DateTimeImmutable $keepsUntil,
    ) {
    }

    public function core(): DipStock
    {
        return new DipStock($this->name, $this->what, $this->kind, $this->form, Strength::of($this->ppm, 'ppm', 'ppm'), $this->keepsUntil);
    }

    /**
     * @return ?array{
     *     factor: float, source: string,
     * } grams of the salt that are worth one of the acid; null where the label counts the acid, or the salt is not known
     */
    public function salt(): ?array
    {
        $auxin = $this->form === AuxinForm::Salt ? Auxin::tryFrom($this->what) : null;

        return $auxin === null ? null : ['factor' => $auxin->saltForAcid(), 'source' => Auxin::SOURCE];
    }

    /** @return array<string, mixed> */
    public function toArray(\DateTimeImmutable $today): array
    {
        return [
            'id' => $this->id, 'version' => $this->version, 'name' => $this->name, 'what' => $this->what, 'kind' => $this->kind->value,
            'form' => $this->form->value, 'ppm' => $this->ppm,
            'words' => Strength::of($this->ppm)->words(),
            'acidPpm' => $this->core()->asAcid()->ppm,
            'salt' => $this->salt(),
            'madeOn' => $this->madeOn?->format('Y-m-d'), 'keepsUntil' => $this->keepsUntil?->format('Y-m-d'),
            'discardedOn' => $this->discardedOn?->format('Y-m-d'),
            'isOld' => $this->keepsUntil !== null && $this->keepsUntil < $today,
        ];
    }
}
