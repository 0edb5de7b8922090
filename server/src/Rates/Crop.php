<?php

declare(strict_types=1);

namespace WetCradle\Server\Rates;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Plan\CropTimes;
use WetCradle\Core\Rates\CropPrior;
use WetCradle\Server\Plan\TrayKind;

/** A crop and its sheet: how it is propagated, how long it takes, what is believed of it before it has a history. */
#[ORM\Entity, ORM\Table(name: 'crop')]
class Crop
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    public function __construct(
        #[ORM\Column] public string $name,
        #[ORM\Column] public string $slug,
        #[ORM\Column] public string $method,
        #[ORM\Column] public string $material,
        #[ORM\Column] public int $rootFrom,
        #[ORM\Column] public int $rootTo,
        #[ORM\Column] public int $weaningDays,
        #[ORM\Column] public int $growOnDays,
        #[ORM\Column(type: Types::FLOAT)] public float $heatLow,
        #[ORM\Column(type: Types::FLOAT)] public float $heatHigh,
        #[ORM\Column] public int $mistLow,
        #[ORM\Column] public int $mistHigh,
        #[ORM\Column(type: Types::FLOAT)] public float $priorRate,
        #[ORM\Column(type: Types::FLOAT)] public float $priorStrength,
        #[ORM\Column(type: Types::FLOAT)] public float $priorPhi,
        #[ORM\Column(type: Types::FLOAT)] public float $pottingRate,
        #[ORM\Column(type: Types::FLOAT)] public float $pottingStrength,
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public TrayKind $trayKind,
        #[ORM\Column] public string $mix,
        #[ORM\Column(nullable: true)] public ?string $hormone,
        #[ORM\Column(type: Types::FLOAT)] public float $readyShare,
        #[ORM\Column] public int $windowFrom,
        #[ORM\Column] public int $windowTo,
        #[ORM\Column(nullable: true)] public ?string $safety,
        #[ORM\Column(nullable: true)] public ?string $note,
    ) {
    }

    public function times(): CropTimes
    {
        return CropTimes::of($this->rootFrom, $this->rootTo, $this->weaningDays, $this->growOnDays);
    }

    public function prior(): CropPrior
    {
        return CropPrior::of($this->priorRate, $this->priorStrength, $this->priorPhi);
    }

    public function pottingSurvival(): Beta
    {
        return Beta::worth($this->pottingRate, $this->pottingStrength);
    }

    public function heat(): Range
    {
        return Range::of($this->heatLow, $this->heatHigh, 'heat');
    }

    public function mist(): Range
    {
        return Range::of($this->mistLow, $this->mistHigh, 'mist');
    }
}
