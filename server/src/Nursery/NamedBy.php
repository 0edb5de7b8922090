<?php

declare(strict_types=1);

namespace WetCradle\Server\Nursery;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Mixing\Recipe;
use WetCradle\Core\Refused;
use WetCradle\Server\Crops\SheetBook;
use WetCradle\Server\Crops\Way;
use WetCradle\Server\Mixing\Mix;

/** Crop sheets and mixes call pots, mixes and parts by their names: what the database cannot see that rests on them. */
final class NamedBy
{
    public function __construct(private readonly EntityManagerInterface $em, private readonly SheetBook $sheets, private readonly House $house)
    {
    }

    /**
     * What names it, or of a kind of tray, uses it.
     *
     * @return list<string> such as `3 crop sheets (Catmint, Hebe, Rosemary)`
     */
    public function by(Record $record, string $name, int $id): array
    {
        $names = match ($record) {
            Record::Pot => $this->crops(static fn (Way $way) => $way->core()->potting->pot === $name),
            Record::Mix => $this->crops(static fn (Way $way) => in_array($name, [$way->core()->setting->mix, $way->core()->potting->mix], true)),
            Record::TrayKind => $this->crops(static fn (Way $way) => $way->core()->setting->trayKind === $id),
            Record::Part => $this->mixes($name),
            default => [],
        };
        $nouns = $record === Record::Part ? ['mix', 'mixes'] : ['crop sheet', 'crop sheets'];

        return [
            ...$names === [] ? [] : [sprintf(
                '%d %s (%s%s)',
                count($names),
                $nouns[count($names) === 1 ? 0 : 1],
                implode(', ', array_slice($names, 0, 3)),
                count($names) > 3 ? ' …' : '',
            )],
            ...$record === Record::Person && $this->isHand($id) ? ['hours among the hands'] : [],
            ...$record === Record::Pot && isset($this->house->nursery()->pottedBy[$name]) ? ['the norm of how many are potted in an hour'] : [],
        ];
    }

    private function isHand(int $person): bool
    {
        return in_array($person, array_column($this->house->nursery()->crew()->hands, 'person'), true);
    }

    /** @throws Refused for `name` where something calls it by that */
    public function mustBeFree(Record $record, string $name, int $id): void
    {
        $by = $this->by($record, $name, $id);
        if ($by !== []) {
            throw Refused::because('in_use', 'name', sprintf('%s is called so by %s: change those first, or add another.', $name, $by[0]));
        }
    }

    /** @return list<string> those that people named, and those that sheets write out */
    private function mixes(string $part): array
    {
        $mixes = [];
        foreach ($this->em->getRepository(Mix::class)->findBy([], ['name' => 'ASC']) as $mix) {
            $mixes[$mix->name] = array_column($mix->parts, 'name');
        }
        foreach ($this->sheets->mixes() as $written) {
            try {
                $mixes[$written] ??= array_column(Recipe::written($written)->parts, 'name');
            } catch (Refused) {
                // A sheet may call a mix by a name that is no recipe.
            }
        }

        return array_keys(array_filter($mixes, static fn (array $parts) => in_array($part, $parts, true)));
    }

    /**
     * @param callable(Way): bool $isOne
     *
     * @return list<string> names of crops
     */
    private function crops(callable $isOne): array
    {
        $names = array_map(static fn (Way $way) => $way->crop->name, array_filter($this->em->getRepository(Way::class)->findAll(), $isOne));
        sort($names);

        return array_values(array_unique($names));
    }
}
