<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Records;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Compute\Going;
use WetCradle\Core\Refused;
use WetCradle\Server\Records\Bringing;
use WetCradle\Server\Records\BroughtIn;
use WetCradle\Server\Tests\House;

/** Tables as nurseries keep them, brought in: tried first, mended where they stand, entered in one act, and undone as one. */
final class BroughtInTest extends House
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('ines');
    }

    /** @return array<string, mixed> */
    private function begin(string $kind, string $table, string $name = 'a table'): array
    {
        $query = http_build_query(['kind' => $kind, 'name' => $name]);
        $response = $this->send('POST', "/api/brought-in?{$query}", $table, ['CONTENT_TYPE' => 'text/csv']);
        self::assertSame(201, $response->getStatusCode(), (string) $response->getContent());

        return (array) json_decode((string) $response->getContent(), true, 512, JSON_THROW_ON_ERROR);
    }

    private static function table(string $file): string
    {
        return (string) file_get_contents(__DIR__."/tables/{$file}");
    }

    /**
     * @param array<string, mixed> $of
     * @param array<string, mixed> $what
     *
     * @return array<string, mixed>
     */
    private function mend(array $of, array $what): array
    {
        return $this->ask('PUT', "/api/brought-in/{$of['id']}", ['version' => $of['version']] + $what);
    }

    /**
     * @param array<string, mixed> $of
     *
     * @return array<string, mixed>
     */
    private function bring(array $of): array
    {
        return $this->ask('POST', "/api/brought-in/{$of['id']}/bring", ['version' => $of['version']]);
    }

    /**
     * @param array<string, mixed> $table
     *
     * @return array<int, string> why lines do not fit
     */
    private static function wrong(array $table): array
    {
        return array_map(static fn (array $wrong) => $wrong['says'], array_filter(array_column($table['lines'], 'wrong', 'line')));
    }

    public function testATableOfOneHabitComesInWithFiveThingsMended(): void
    {
        $is = $this->begin('past_batches', self::table('by-semicolons.csv'), 'All years.csv');
        $columns = array_column($is['fields'], 'column', 'field');
        self::assertSame(
            [0, 1, 2, 3, 4, 5, 6, 7, 8],
            array_map(static fn (string $field) => $columns[$field], ['crop', 'source', 'stuckOn', 'stuck', 'rooted', 'potted', 'lost_rot', 'hormone', 'note']),
        );
        self::assertSame(['1.200,5', 'day_first', 181, 176, 5], [$is['signs'], $is['dayOrder'], $is['rows'], $is['fit'], $is['wrong']]);
        self::assertSame(
            [["Lavendar 'Grey Fery'", ["Lavender 'Grey Ferry'"]], ['Quince rootstock', []], ['Total', []]],
            array_map(static fn (array $one) => [$one['written'], array_values(array_intersect_key(
                array_column($one['known'], 'name', 'key'),
                array_flip($one['near']),
            ))], $is['questions']),
        );
        $wrong = self::wrong($is);
        self::assertSame(
            ['"31.6.2024" is not a day, a week or a year. Say above in which order days are written, or write it as 2024-06-12.', '65 rooted of 60 that were stuck.'],
            [$wrong[21], preg_replace('/\d+ rooted of \d+/', '65 rooted of 60', $wrong[34])],
        );
        $lavender = $is['questions'][0]['near'][0];
        $is = $this->mend($is, [
            'cells' => [['line' => 21, 'column' => 2, 'text' => '30.6.2024'], ['line' => 34, 'column' => 4, 'text' => '12']],
            'answers' => [['field' => 'crop', 'written' => "Lavendar 'Grey Fery'", 'means' => $lavender]],
            'leaveOut' => array_keys(array_filter(self::wrong($is), static fn (string $says) => str_starts_with($says, 'There is no'))),
        ]);
        self::assertSame([179, 0, 2, []], [$is['fit'], $is['wrong'], count($is['leftOut']), $is['questions']]);
        $before = $this->ask('GET', "/api/crops/{$lavender}");
        $is = $this->bring($is);
        self::assertTrue($is['isIn']);
        self::assertSame(179, (int) $this->db()->fetchOne('SELECT count(*) FROM past_batch'));
        $after = $this->ask('GET', "/api/crops/{$lavender}");
        $new = array_filter($after['history'], static fn (array $past) => $past['broughtIn']);
        self::assertNotSame([], $new);
        self::assertCount(count($before['history']) + count($new), $after['history']);
        self::assertNotSame($before['learnt']['rate'], $after['learnt']['rate'], 'They teach.');
        self::assertSame(
            ['très sec'],
            $this->db()->fetchFirstColumn("SELECT DISTINCT note FROM past_batch WHERE note LIKE 'tr%'"),
            'What was written in another encoding is read in it.',
        );

        $this->ask('POST', "/api/brought-in/{$is['id']}/undo", []);
        self::assertSame(0, (int) $this->db()->fetchOne('SELECT count(*) FROM past_batch'));
        self::assertSame($before['learnt'], $this->ask('GET', "/api/crops/{$lavender}")['learnt'], 'And what they taught is forgotten.');
    }

    public function testBesideOtherCropsOnlyTheNewestBatchesOfACropAreTold(): void
    {
        $rows = array_map(static fn (int $i) => sprintf("Hebe 'Copperlight',%d-%02d-03,100,%d", 2015 + intdiv($i, 10), 1 + $i % 10, 80 + $i % 7), range(0, 69));
        $is = $this->bring($this->begin('past_batches', "crop,stuck on,stuck,rooted\n".implode("\n", $rows)));
        self::assertTrue($is['isIn']);
        $one = $this->ask('GET', '/api/crops/hebe-copperlight');
        $among = array_column($this->ask('GET', '/api/crops')['crops'], null, 'slug')['hebe-copperlight'];
        self::assertGreaterThan(70, $one['counted']);
        self::assertCount($one['counted'], $one['history']);
        self::assertSame($one['counted'], $among['counted']);
        self::assertSame(array_slice($one['history'], -60), $among['history']);
        self::assertSame($one['learnt'], $among['learnt'], 'All of them teach.');
    }

    public function testATableOfAnotherHabitComesInAndItsColumnsAreKnownAgain(): void
    {
        $is = $this->begin('past_batches', self::table('by-commas.csv'));
        $columns = array_column($is['fields'], 'column', 'field');
        self::assertSame(
            [1, 3, 4, 5, 6, 7],
            array_map(static fn (string $field) => $columns[$field], ['crop', 'stuckOn', 'stuck', 'rooted', 'hormone', 'note']),
        );
        self::assertSame(['Comments', 'Comments (2)'], array_column(array_slice($is['columns'], 7), 'head'), 'Two columns of one name are two.');
        self::assertSame(['1,200.5', 'month_first', 120, 118], [$is['signs'], $is['dayOrder'], $is['rows'], $is['fit']]);
        self::assertSame(['"c. 300" is not a number.', '"13/13/25" is not a day'], array_map(
            static fn (string $says) => (string) preg_replace('/, a week.*/', '', $says),
            array_values(self::wrong($is)),
        ));
        $is = $this->mend($is, ['columns' => ['crop' => 1, 'stuckOn' => 3, 'stuck' => 4, 'rooted' => 5], 'leaveOut' => array_keys(self::wrong($is))]);
        $this->bring($is);
        self::assertSame(118, (int) $this->db()->fetchOne('SELECT count(*) FROM past_batch'));
        self::assertGreaterThan(0, (int) $this->db()->fetchOne('SELECT count(*) FROM past_batch WHERE day_known = 0'), 'Of some only the year is known.');
        $again = $this->begin('past_batches', self::table('by-commas.csv'));
        self::assertNull(array_column($again['fields'], 'column', 'field')['hormone'], 'As the columns were said to be the last time.');
        self::assertStringContainsString('brought in before', implode(' ', self::wrong($again)), 'Nothing comes in twice.');
    }

    public function testOrdersAskWhoIsMeantAndAreUndoneWithTheirCustomers(): void
    {
        $this->db()->insert('customer', ['name' => 'Dene Courts']);
        $customers = (int) $this->db()->fetchOne('SELECT count(*) FROM customer');
        $orders = (int) $this->db()->fetchOne('SELECT count(*) FROM wanted');
        $is = $this->begin('orders', self::table('orders.csv'));
        $asked = array_column($is['questions'], null, 'written');
        self::assertSame([true, true], [isset($asked['Dene Court']), isset($asked['P9'])]);
        self::assertSame(['Dene Courts'], array_values(array_intersect_key(
            array_column($asked['Dene Court']['known'], 'name', 'key'),
            array_flip($asked['Dene Court']['near']),
        )));
        $pot = array_column($asked['P9']['known'], 'key', 'name')['9 cm'];
        $is = $this->mend($is, ['answers' => [
            ['field' => 'customer', 'written' => 'Dene Court', 'means' => '+'], ['field' => 'pot', 'written' => 'P9', 'means' => $pot],
        ]]);
        self::assertSame([], $is['questions']);
        self::assertSame([120, 0], [$is['fit'], $is['wrong']]);
        $is = $this->bring($is);
        self::assertSame($orders + 120, (int) $this->db()->fetchOne('SELECT count(*) FROM wanted'));
        $names = $this->db()->fetchFirstColumn('SELECT name FROM customer ORDER BY id DESC LIMIT 4');
        sort($names);
        self::assertCount(4, array_unique(array_map(strtolower(...), $names)), 'Whoever is written in two ways is one.');
        self::assertSame($customers + 4, (int) $this->db()->fetchOne('SELECT count(*) FROM customer'));
        $this->ask('POST', "/api/brought-in/{$is['id']}/undo", []);
        self::assertSame([$customers, $orders], [
            (int) $this->db()->fetchOne('SELECT count(*) FROM customer'), (int) $this->db()->fetchOne('SELECT count(*) FROM wanted'),
        ]);
    }

    public function testFortyCropsComeInFromPatternsAndStayWhereSomethingRestsOnThem(): void
    {
        $is = $this->begin('crops', self::table('crops.txt'));
        self::assertSame(40, $is['rows']);
        $soft = $is['questions'] === [] ? [] : array_map(static fn (array $asked) => [
            'field' => 'pattern', 'written' => $asked['written'], 'means' => $asked['near'][0] ?? 'soft_tip',
        ], $is['questions']);
        $is = $this->bring($this->mend($is, ['answers' => $soft]));
        self::assertSame('Hardwood', array_column($this->ask('GET', '/api/crops')['crops'], null, 'slug')['spiraea-harbour-3']['material'] === 'hardwood' ? 'Hardwood' : '');
        $pot = $this->ask('GET', '/api/trays')['pots'][0]['id'];
        $this->ask('POST', '/api/wanted', ['crop' => 'spiraea-harbour-3', 'plants' => 10, 'pot' => $pot, 'readyWeek' => '2028-W20', 'priority' => 'should']);
        $refused = $this->refused(422, 'POST', "/api/brought-in/{$is['id']}/undo", []);
        self::assertStringContainsString('1 order rest', $refused['message']);
        self::assertSame(40, (int) $this->db()->fetchOne("SELECT count(*) FROM crop WHERE slug LIKE 'sage-%' OR slug LIKE 'deutzia-%' OR slug LIKE 'spiraea-%' OR slug LIKE 'viburnum-%'"));
    }

    public function testBlocksAndTraysAreReadByTheirOwnDoors(): void
    {
        $is = $this->begin('blocks', "Code,Crop,Plants,Bed,Planted,Shoots\nNW-1,Hebe Copperlight,24,Bed 9,2023,12\nNW-1,Hebe Copperlight,10,Bed 9,2023,12\nHE-1,Hebe Copperlight,10,Bed 9,2020,8\n");
        self::assertSame(['It is the same as in line 2.', 'There is a block HE-1 already.'], array_values(self::wrong($is)));
        $is = $this->bring($this->mend($is, ['leaveOut' => [3, 4]]));
        self::assertSame(['plants' => 24, 'recovery_weeks' => 5], $this->db()->fetchAssociative("SELECT plants, recovery_weeks FROM stock_block WHERE code = 'NW-1'"));
        $is = $this->begin('tray_kinds', "Tray;Holes;ml;Length;Width\n\"tray of 150, tall\";150;30,4;54;28,5");
        self::assertSame(['"30,4" is not a whole number up to 2 000 000.'], array_map(static fn (string $says) => strtr($says, ["\u{202F}" => ' ']), array_values(self::wrong($is))));
        $this->bring($this->mend($is, ['cells' => [['line' => 2, 'column' => 2, 'text' => '30']]]));
        self::assertSame(28.5, (float) $this->db()->fetchOne("SELECT width_cm FROM tray_kind WHERE name = 'tray of 150, tall'"));
    }

    public function testPotsLicencesAndPeopleComeInAndGoOutAgain(): void
    {
        $is = $this->bring($this->begin('pots', "Pot;ml;Diameter\n7 L;7000;24,5\n12 L;12000;30"));
        self::assertSame(24.5, (float) $this->db()->fetchOne("SELECT across_cm FROM pot WHERE name = '7 L'"));
        $this->ask('POST', "/api/brought-in/{$is['id']}/undo", []);
        self::assertFalse($this->db()->fetchOne("SELECT 1 FROM pot WHERE name = '7 L'"));

        $table = "Licence,Variety,Breeder,From,Until,Plants,Royalty,Counted on\nL-900,Hebe Copperlight,Vey Plants,1/2/2027,31/1/2028,\"2,000\",0.12,";
        $is = $this->begin('licences', "{$table}sunday\n");
        self::assertStringContainsString('"sunday" is none of', implode(self::wrong($is)));
        $counts = (string) $this->db()->fetchOne('SELECT counts FROM licence LIMIT 1');
        $is = $this->mend($is, ['cells' => [['line' => 2, 'column' => 7, 'text' => $counts]]]);
        self::assertSame([], self::wrong($is));
        $is = $this->bring($is);
        self::assertSame('Vey Plants', $this->db()->fetchOne("SELECT protected_by FROM crop WHERE slug = 'hebe-copperlight'"));
        $this->ask('POST', "/api/brought-in/{$is['id']}/undo", []);
        self::assertFalse($this->db()->fetchOne("SELECT 1 FROM licence WHERE number = 'L-900'"));

        $is = $this->begin('people', "Name\nBo Tarant\nUna Sedge\nuna sedge\n");
        self::assertSame(['Is "Bo Tarant" the same as "Bo Tarrant"?', 'It is the same as in line 3.'], array_values(self::wrong($is)));
        $this->bring($this->mend($is, ['leaveOut' => [2, 4]]));
        self::assertSame([null, 'hand'], $this->db()->fetchNumeric("SELECT sign_in, role FROM account WHERE name = 'Una Sedge'"));
    }

    public function testWhatDoesNotFitIsNotBroughtInAndASecondPersonIsTold(): void
    {
        $is = $this->begin('customers', "Name\nHarbour Plants\nOxlow Landscapes\nTanyard Wholesale\n");
        self::assertSame(['Is "Oxlow Landscapes" the same as "Oxlow Landscape"?', '"Tanyard Wholesale" is there already.'], array_values(self::wrong($is)));
        $refused = $this->refused(422, 'POST', "/api/brought-in/{$is['id']}/bring", ['version' => $is['version']]);
        self::assertStringContainsString('2 rows do not fit yet', $refused['message']);
        $now = $this->mend($is, ['leaveOut' => [3, 4]]);
        self::assertSame(409, $this->send('PUT', "/api/brought-in/{$is['id']}", ['version' => $is['version'], 'takeIn' => [4]])->getStatusCode());
        $this->bring($now);
        self::assertSame(422, $this->send('POST', "/api/brought-in/{$is['id']}/bring", ['version' => $now['version'] + 1])->getStatusCode(), 'It is in.');
    }

    public function testWhatIsStoppedMidwayIsNotInAtAll(): void
    {
        $is = $this->begin('customers', "Name\n".implode("\n", array_map(static fn (int $n) => "Grower number {$n}", range(1, 40))));
        foreach ([0.2, 0.8] as $stopsAt) {
            $going = new class($stopsAt) implements Going {
                /** @var list<float> */
                public array $told = [];

                public function __construct(private readonly float $stopsAt)
                {
                }

                public function on(float $share): bool
                {
                    $this->told[] = $share;

                    return $share < $this->stopsAt;
                }
            };
            $em = $this->service(EntityManagerInterface::class);
            $table = $em->find(BroughtIn::class, $is['id']) ?? self::fail('It was begun.');
            $em->beginTransaction();
            try {
                $this->service(Bringing::class)->bring($table, $going);
                self::fail('It was stopped.');
            } catch (Refused $stopped) {
                self::assertSame(['table', 'stopped'], [$stopped->field, $stopped->reason]);
            } finally {
                $em->rollback();
                $em->clear();
            }
            $sorted = $going->told;
            sort($sorted);
            self::assertSame($sorted, $going->told, 'It never goes back.');
            self::assertSame(0, $this->db()->fetchOne("SELECT count(*) FROM customer WHERE name LIKE 'Grower number %'"));
        }
    }

    public function testHormonesComeInByTheirLabels(): void
    {
        $table = "Name;Active ingredient;Kind;Acid or salt;Strength;Best before\nGreen tin;IBA;Powder;;8000;31.12.2028\n"
            ."Clear bottle;IBA;drops;Salt;10.000;\nOld bottle;NAA;liquid;acid;0;";
        $is = $this->mend($this->begin('hormones', $table), ['signs' => '1.200,5', 'dayOrder' => 'day_first']);
        $wrong = self::wrong($is);
        self::assertSame([3, 4], array_keys($wrong));
        self::assertStringContainsString('"drops" is none of powder and liquid', $wrong[3]);
        $is = $this->mend($is, ['cells' => [['line' => 3, 'column' => 2, 'text' => 'Liquid']], 'leaveOut' => [4]]);
        self::assertSame([], self::wrong($is));
        $this->bring($is);
        self::assertSame(
            [['Clear bottle', 'liquid', 'salt', 10_000.0, null], ['Green tin', 'powder', 'acid', 8000.0, '2028-12-31']],
            $this->db()->fetchAllNumeric("SELECT name, kind, form, ppm, keeps_until FROM hormone_stock WHERE name IN ('Green tin', 'Clear bottle') ORDER BY name"),
        );
        $again = $this->begin('hormones', "Name,What,Kind,Ppm\nGreen tin,IBA,powder,8000\n");
        self::assertStringContainsString('There is a hormone called Green tin already', implode(self::wrong($again)));
        $this->ask('POST', "/api/brought-in/{$is['id']}/undo", []);
        self::assertFalse($this->db()->fetchOne("SELECT 1 FROM hormone_stock WHERE name = 'Green tin'"));
    }

    public function testPlantsComeInOneByOneIntoTheirBlocks(): void
    {
        $block = $this->db()->fetchAssociative('SELECT code, plants - (SELECT count(*) FROM stock_plant WHERE block_id = b.id) AS room FROM stock_block b
            WHERE plants BETWEEN 3 AND 40 ORDER BY plants LIMIT 1') ?: [];
        $rows = array_map(static fn (int $n) => "X {$n};{$block['code']};north;".($n % 2 === 0 ? 'F' : 'm').';', range(1, (int) $block['room'] + 1));
        $is = $this->begin('plants', "Tag;Stock block;Row;Sex;Notes\n".implode("\n", [...$rows, 'X 1;NONE-1;north;;', "X 2;{$block['code']};;both;"]));
        $wrong = self::wrong($is);
        $last = (int) $block['room'] + 2;
        self::assertSame([$last, $last + 1, $last + 2], array_keys($wrong));
        self::assertStringContainsString("is one too many: {$block['code']} has", $wrong[$last]);
        $is = $this->mend($is, ['leaveOut' => [$last, $last + 1], 'cells' => [['line' => $last + 2, 'column' => 2, 'text' => 'south']]]);
        self::assertSame([$last + 2 => '"both" is none of female and male.'], self::wrong($is));
        $is = $this->mend($is, ['leaveOut' => [2], 'cells' => [['line' => $last + 2, 'column' => 3, 'text' => '']]]);
        self::assertSame([$last + 2 => 'It is the same as in line 3.'], self::wrong($is));
        $this->bring($this->mend($is, ['leaveOut' => [$last + 2]]));
        self::assertSame(
            ['X 2' => 'female', 'X 3' => 'male'],
            $this->db()->fetchAllKeyValue("SELECT label, sex FROM stock_plant WHERE label IN ('X 1', 'X 2', 'X 3') ORDER BY label"),
        );
        $this->ask('POST', "/api/brought-in/{$is['id']}/undo", []);
        self::assertSame(0, $this->db()->fetchOne("SELECT count(*) FROM stock_plant WHERE label LIKE 'X %'"));
    }

    public function testPeopleComeInWithWhatTheySignInByAndWaitForAPassword(): void
    {
        $is = $this->begin('people', "Person,Login,Role\nMara Undine,mara,office\nOle Brandt,,\nTam Wick,ines,hand\nUlla Wick,mara,hand\n");
        $wrong = self::wrong($is);
        self::assertSame('Somebody already signs in as ines.', $wrong[4]);
        self::assertSame('It is the same as in line 2.', $wrong[5]);
        $this->bring($this->mend($is, ['leaveOut' => [4, 5]]));
        $people = array_column($this->ask('GET', '/api/people')['people'], null, 'name');
        self::assertSame(['office', 'mara'], [$people['Mara Undine']['role'], $people['Mara Undine']['signIn']]);
        self::assertSame(['hand', null], [$people['Ole Brandt']['role'], $people['Ole Brandt']['signIn']]);
        $mara = $people['Mara Undine'];
        $password = $this->ask('POST', "/api/people/{$mara['id']}/password", ['version' => $mara['version']])['password'];
        self::assertSame(200, $this->send('POST', '/api/sign-in', ['signIn' => 'mara', 'password' => $password])->getStatusCode());
    }

    public function testATableThatIsNotInIsThrownAwayAndHadBack(): void
    {
        $table = $this->begin('customers', "Customer\nRiver Park Trees\n");
        $at = "/api/brought-in/{$table['id']}";
        $this->bring($table);
        $refused = $this->refused(422, 'DELETE', "/api/records/brought_in/{$table['id']}");
        self::assertStringContainsString('are in. Take them out again first', $refused['message']);
        $this->ask('POST', "{$at}/undo", []);
        $taken = $this->ask('DELETE', "/api/records/brought_in/{$table['id']}")['taken'];
        self::assertSame(404, $this->send('GET', $at)->getStatusCode());
        self::assertNotContains($table['id'], array_column($this->ask('GET', '/api/brought-in')['tables'], 'id'));
        $this->ask('POST', "/api/taken-out/{$taken}/back", []);
        self::assertSame(1, $this->ask('GET', $at)['fit'], 'It is as it was.');
        $this->signIn('bo');
        self::assertSame(403, $this->send('DELETE', "/api/records/brought_in/{$table['id']}")->getStatusCode());
    }

    public function testATemplateIsReadAsItIs(): void
    {
        foreach (array_column($this->ask('GET', '/api/brought-in')['kinds'], 'kind') as $kind) {
            $template = (string) $this->send('GET', "/api/brought-in/templates/{$kind}")->getContent();
            $columns = substr_count($template, ',') + 1;
            $is = $this->begin($kind, $template.str_repeat('2024,', $columns - 1).'2024');
            self::assertSame(range(0, $columns - 1), array_column($is['fields'], 'column'), $kind);
        }
    }

    public function testHostileFilesAreRefusedInWordsAndLeaveNothing(): void
    {
        foreach ([
            "PK\x03\x04zipped" => 'spreadsheet', '' => 'nothing in it', "a,b\n" => 'no row', "a,b\n\x00\x01" => 'no table of plain text',
            "a,b\n\"never closed,1" => 'quotation mark in line 2', "a,b\n".str_repeat("1,2\n", 5001) => 'more than 5000 rows',
            str_repeat('a,', 70)."a\n1" => 'more than 60 columns', "a,b\n".str_repeat('x', 3000).',1' => 'a cell longer',
        ] as $bytes => $says) {
            $refused = $this->refused(422, 'POST', '/api/brought-in?kind=customers&name=x', $bytes === '' ? ' ' : (string) $bytes);
            self::assertStringContainsString($says, strtr($refused['message'], ["\u{202F}" => '']), (string) substr((string) $bytes, 0, 20));
        }
        self::assertSame(0, (int) $this->db()->fetchOne('SELECT count(*) FROM brought_in'));
        $is = $this->begin('past_batches', "crop,stuck on,stuck,rooted,source\nHebe Copperlight,1/2/1899,100,90,=1+1\nHebe Copperlight,2030,100,90,x\nHebe Copperlight,2024,1e9,90,x");
        self::assertSame(['"1/2/1899" is too long ago or too far ahead.', 'It has not come yet.', '"1e9" is not a number.'], array_values(self::wrong($is)));
    }
}
