<?php

declare(strict_types=1);

namespace WetCradle\Server\Crops;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Refused;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Nursery\Words;

/** Enters crops, each with the way that is the house's from then on. */
final class NewCrops
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Sheets $sheets,
        private readonly Writing $writing,
        private readonly Words $words,
    ) {
    }

    /** @param ?string $protectedBy who holds breeders' rights in it; null where nobody does */
    public function add(string $name, WaySheet $sheet, ?string $protectedBy = null): Crop
    {
        $crop = new Crop($name, Crop::slugOf($name), $protectedBy);
        $this->em->persist($crop);
        $this->sheets->newWay($crop, ucfirst($this->words->say($sheet->words())), true, $sheet);
        $this->writing->keep('crop', $crop->slug, [], ['name' => $crop->name]);

        return $crop;
    }

    /** @throws Refused where another crop has that name */
    public function freeName(Fields $in, ?Crop $of = null): string
    {
        $name = $in->text('name', 120);
        $slug = Crop::slugOf($name);
        if ($slug === '') {
            throw $in->refuse('taken', 'name', 'needs at least one letter or digit');
        }
        $there = $this->em->getRepository(Crop::class)->findOneBy(['slug' => $slug]) ?? $this->em->getRepository(Crop::class)->findOneBy(['name' => $name]);
        if ($there !== null && $there !== $of) {
            throw Refused::because('taken', 'name', sprintf('There is a crop called %s already.', $name));
        }

        return $name;
    }
}
