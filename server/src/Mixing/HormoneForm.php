<?php

declare(strict_types=1);

namespace WetCradle\Server\Mixing;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\HormoneKind;
use WetCradle\Core\Mixing\AuxinForm;
use WetCradle\Core\Mixing\DipStock;
use WetCradle\Core\Refused;

/** A hormone on the shelf as somebody writes it down, from its label. */
final class HormoneForm
{
    public function __construct(private readonly EntityManagerInterface $em)
    {
    }

    public static function blank(): HormoneStock
    {
        return new HormoneStock('', '', HormoneKind::Powder, AuxinForm::Acid, 1.0, null, null);
    }

    /** @throws Refused for the field that is wrong */
    public function read(Fields $in, HormoneStock $stock): void
    {
        $name = $in->text('name', 60);
        $other = $this->em->getRepository(HormoneStock::class)->findOneBy(['name' => $name]);
        if ($other !== null && $other->id !== $stock->id) {
            throw Refused::because('taken', 'name', sprintf('There is a hormone called %s already.', $name));
        }
        [$stock->name, $stock->what, $stock->kind, $stock->form] = [
            $name,
            $in->text('what', 60),
            HormoneKind::from($in->oneOf('kind', array_column(DipStock::KINDS, 'value'))),
            $in->choice('form', AuxinForm::class),
        ];
        $stock->ppm = $in->positive('ppm', 1_000_000);
        $stock->madeOn = $in->has('madeOn') ? $in->day('madeOn') : null;
        $stock->keepsUntil = $in->has('keepsUntil') ? $in->day('keepsUntil') : null;
        if ($in->has('version')) {
            $in->count('version', 1);
        }
        $in->done();
        if ($stock->madeOn !== null && $stock->keepsUntil !== null && $stock->keepsUntil < $stock->madeOn) {
            throw Refused::because('upside_down', 'keepsUntil', 'It cannot be too old before it was made.');
        }
    }
}
