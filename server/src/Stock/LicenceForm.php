<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Stock\CountedOn;
use WetCradle\Core\Stock\Licence;

/** Reads what a licence says, wherever it is entered. */
final class LicenceForm
{
    public function __construct(private readonly EntityManagerInterface $em)
    {
    }

    /** @return array{0: string, 1: Licence} */
    public function read(Fields $in, ?HeldLicence $of = null): array
    {
        $number = $in->text('number', 60);
        $there = $this->em->getRepository(HeldLicence::class)->findOneBy(['number' => $number]);
        if ($there !== null && $there !== $of) {
            throw $in->refuse('taken', 'number', sprintf('is entered already, for %s', $there->crop->name));
        }
        $holder = $in->text('holder', 120);

        return [$holder, Licence::of(
            $number,
            $in->day('from'),
            $in->day('to'),
            $in->count('plants', 1),
            $in->number('royalty', 0, 1000),
            $in->choice('counts', CountedOn::class),
        )];
    }
}
