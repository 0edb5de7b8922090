<?php

declare(strict_types=1);

namespace WetCradle\Guards;

use PHPat\Selector\Selector;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/** Who may lean on whom, class by class; `Boundaries` sees to what is not a class: functions, files, names in strings. */
final class Layers
{
    /** The core's folders, each on those before it and never the other way round. */
    public const FOLDERS = [
        'Numbers', 'Compute', 'Book', 'House', 'Calendar', 'Rates', 'Rooting', 'Course', 'Crops', 'Stock', 'Bench', 'Mist', 'Mixing', 'Potting',
        'Plan', 'Records',
    ];

    public function testTheCoreStandsAlone(): Rule
    {
        return PHPat::rule()->classes(Selector::inNamespace('WetCradle\Core'))->excluding(Selector::inNamespace('WetCradle\Core\Tests'))
            ->canOnly()->dependOn()->classes(Selector::inNamespace('WetCradle\Core'))
            ->because('the core is the trade, computed: it needs no framework, database or interface');
    }

    /** @return iterable<Rule> */
    public function testTheCoresFoldersLeanOneWay(): iterable
    {
        foreach (self::FOLDERS as $i => $folder) {
            foreach (array_slice(self::FOLDERS, $i + 1) as $later) {
                yield PHPat::rule()->classes(Selector::inNamespace('WetCradle\Core\\'.$folder))
                    ->shouldNot()->dependOn()->classes(Selector::inNamespace('WetCradle\Core\\'.$later))
                    ->because("{$later} stands on {$folder}");
            }
        }
    }

    public function testTestsOfTheCoreKnowOnlyTheCore(): Rule
    {
        return PHPat::rule()->classes(Selector::inNamespace('WetCradle\Core\Tests'))
            ->shouldNot()->dependOn()->classes(Selector::inNamespace('WetCradle\Server'), Selector::inNamespace('Symfony'), Selector::inNamespace('Doctrine'));
    }

    public function testNothingLeansOnTheDemoOrTheTests(): Rule
    {
        return PHPat::rule()->classes(Selector::inNamespace('WetCradle\Server'))->excluding(
            Selector::inNamespace('WetCradle\Server\Demo'),
            Selector::inNamespace('WetCradle\Server\Tests'),
        )
            ->shouldNot()->dependOn()->classes(
                Selector::inNamespace('WetCradle\Server\Demo'),
                Selector::inNamespace('WetCradle\Server\Tests'),
                Selector::inNamespace('WetCradle\Guards'),
            );
    }
}
