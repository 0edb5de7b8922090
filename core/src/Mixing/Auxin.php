<?php

declare(strict_types=1);

namespace WetCradle\Core\Mixing;

/** Rooting hormones that are sold as the acid and as its potassium salt: a gram of the salt holds less of what works. */
enum Auxin: string
{
    case Iba = 'IBA';
    case Naa = 'NAA';

    /** Where the factor comes from. */
    public const SOURCE = 'Molar masses from the standard atomic weights (abridged, 2021): the potassium salt has one potassium in the place of one hydrogen.';

    private const WEIGHTS = ['C' => 12.011, 'H' => 1.008, 'N' => 14.007, 'O' => 15.999, 'K' => 39.098];

    /** Grams in a mole of the acid. */
    public function acidMass(): float
    {
        return self::mass(match ($this) {
            self::Iba => ['C' => 12, 'H' => 13, 'N' => 1, 'O' => 2],
            self::Naa => ['C' => 12, 'H' => 10, 'O' => 2],
        });
    }

    /** Grams of the potassium salt that hold one gram of the acid. */
    public function saltForAcid(): float
    {
        return ($this->acidMass() + self::WEIGHTS['K'] - self::WEIGHTS['H']) / $this->acidMass();
    }

    /** What a labelled strength is worth, counted as the acid. */
    public function asAcid(Strength $labelled, AuxinForm $form): Strength
    {
        return $form === AuxinForm::Salt ? Strength::of($labelled->ppm / $this->saltForAcid()) : $labelled;
    }

    /** @param array<string, int> $atoms */
    private static function mass(array $atoms): float
    {
        $mass = 0.0;
        foreach ($atoms as $element => $many) {
            $mass += $many * self::WEIGHTS[$element];
        }

        return $mass;
    }
}
