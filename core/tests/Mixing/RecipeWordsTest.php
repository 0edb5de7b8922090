<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Mixing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Mixing\Recipe;

/** Mixes are understood however growers say them; what is only a name stays one. */
final class RecipeWordsTest extends TestCase
{
    /** @return iterable<string, array{string, array<string, float>}> what is said, and what share of the mix each thing is */
    public static function said(): iterable
    {
        $perliteCoir = ['perlite' => 2 / 3, 'coir' => 1 / 3];
        foreach ([
            'perlite 2 : coir 1', 'perlite 2:coir 1', '2 perlite : 1 coir', '2:1 perlite coir', '2:1 perlite:coir', 'perlite : coir 2 : 1',
            'perlite and coir 2:1', '2:1 of perlite and coir', 'perlite/coir, 2:1', '2 parts perlite to 1 part coir', '2 parts of perlite, 1 of coir',
            'perlite 2 parts, coir 1 part', 'two thirds perlite, one third coir', '2/3 perlite + 1/3 coir', 'perlite 2/3, coir 1/3',
            'Two thirds of perlite and a third of coir', 'two thirds perlite, rest coir', '  perlite   2 :  coir 1 ',
            'two parts perlite to one of coir', 'Two perlite, one coir', 'perlite 2 coir 1', '2 perlite 1 coir', 'perlite 2 parts coir 1 part',
            'two of perlite to one of coir',
        ] as $said) {
            yield $said => [$said, $perliteCoir];
        }
        foreach (['70 % coir, 30 % perlite', '70% coir 30% perlite', 'coir 70 %, perlite 30 %', '70 % coir, the rest perlite', '7:3 coir perlite', 'coir 7 perlite 3', 'seven coir three perlite'] as $said) {
            yield $said => [$said, ['coir' => 0.7, 'perlite' => 0.3]];
        }
        foreach ([
            'half perlite half vermiculite', 'Half perlite, half vermiculite', 'half and half perlite and vermiculite', 'equal parts of perlite and vermiculite',
            'perlite and vermiculite in equal parts', 'perlite / vermiculite, half and half', 'perlite and vermiculite, equal', 'perlite and vermiculite equally', 'one half perlite, one half vermiculite', '50 % perlite & 50 % vermiculite',
        ] as $said) {
            yield $said => [$said, ['perlite' => 0.5, 'vermiculite' => 0.5]];
        }
        $thirds = ['perlite' => 1 / 3, 'vermiculite' => 1 / 3, 'compost' => 1 / 3];
        foreach (['perlite, vermiculite and compost in thirds', 'thirds: perlite, vermiculite, compost', '1:1:1 perlite vermiculite compost'] as $said) {
            yield $said => [$said, $thirds];
        }
        yield 'three shares' => ['half potting mix, a quarter perlite, a quarter grit', ['potting mix' => 0.5, 'perlite' => 0.25, 'grit' => 0.25]];
        yield 'a decimal comma' => ['perlite 2,5 : coir 1,5', ['perlite' => 0.625, 'coir' => 0.375]];
        yield 'names of two words, nothing between' => ['fine bark 3 sharp sand 1', ['fine bark' => 0.75, 'sharp sand' => 0.25]];
        yield 'a size in a name' => ['grit 4 mm 1 : bark 3', ['grit 4 mm' => 0.25, 'bark' => 0.75]];
        yield 'names of two words' => ['fine bark 3 : sharp sand 1', ['fine bark' => 0.75, 'sharp sand' => 0.25]];
        yield 'less than all' => ['60 % coir, 20 % perlite', ['coir' => 0.75, 'perlite' => 0.25]];
        yield 'one thing by its part' => ['perlite 1', ['perlite' => 1.0]];
    }

    /** @param array<string, float> $shares */
    #[DataProvider('said')]
    public function testAMixIsUnderstood(string $said, array $shares): void
    {
        $litres = array_column(Recipe::written($said)->split(1.0), 'litres', 'name');
        self::assertSame(array_keys($shares), array_keys($litres));
        foreach ($shares as $name => $share) {
            self::assertEqualsWithDelta($share, $litres[$name], 0.001, $name);
        }
    }

    /** @return iterable<array{string}> */
    public static function names(): iterable
    {
        foreach ([
            'potting mix with slow-release feed', 'part potting mix', 'peat', 'perlite, vermiculite in thirds', 'thirds', '2:1', 'perlite 0 : coir 1', '70 % coir',
            '80 % coir, 40 % perlite', '3:7', 'perlite : coir', 'half perlite', 'perlite 2 : half coir', 'perlite 2, 30 % coir', '1/0 perlite, 1/2 coir', 'coir, rest perlite',
            '2:1:1 perlite coir', 'equal parts perlite', 'sand and grit', '50 % coir, 50 % perlite, the rest bark',
        ] as $name) {
            yield [$name];
        }
    }

    #[DataProvider('names')]
    public function testWhatIsOnlyANameStaysOne(string $name): void
    {
        self::assertSame([['name' => $name, 'parts' => 1.0]], Recipe::written($name)->parts);
    }

    public function testWhatItSaysIsReadAsItWas(): void
    {
        foreach (self::said() as [$said]) {
            $recipe = Recipe::written($said);
            self::assertEquals($recipe->parts, Recipe::written($recipe->words())->parts, $recipe->words());
        }
    }
}
