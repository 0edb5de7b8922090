<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Records;

use Opis\JsonSchema\Validator;
use Symfony\Component\Filesystem\Filesystem;
use WetCradle\Server\Kernel;
use WetCradle\Server\Tests\House;

/** All that a nursery has kept goes out in open formats and comes back equal; what was tampered with does not come in. */
final class PackageTest extends House
{
    private string $folder = '';

    protected function setUp(): void
    {
        parent::setUp();
        $this->folder = Kernel::varDir().'/records';
        (new Filesystem())->remove([$this->folder, "{$this->folder}-again"]);
    }

    protected function tearDown(): void
    {
        (new Filesystem())->remove([$this->folder, "{$this->folder}-again"]);
        parent::tearDown();
    }

    private function empty(): void
    {
        foreach (['', '-wal', '-shm'] as $tail) {
            @unlink(Kernel::varDir().'/cradle.sqlite'.$tail);
        }
        self::console('cradle:migrate');
    }

    /** @return array<string, string> what stands in each file */
    private static function files(string $folder): array
    {
        $files = [];
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($folder, \FilesystemIterator::SKIP_DOTS)) as $file) {
            $says = (string) file_get_contents((string) $file);
            $files[substr((string) $file, strlen($folder))] = (string) preg_replace('/"created": "[^"]+"/', '', $says);
        }
        ksort($files);

        return $files;
    }

    public function testItComesBackEqual(): void
    {
        $this->signIn('ines');
        // A text with everything in it that a table could stumble over.
        $this->db()->insert('customer', ['name' => "=1+1 \"quoted\", and\na line; \\ très"]);
        $photos = Kernel::varDir().'/photos';
        (new Filesystem())->dumpFile("{$photos}/one.jpg", 'a picture');
        self::assertStringStartsWith('0 ', self::console('cradle:records-out', ['folder' => $this->folder]));
        $tables = $this->db()->fetchFirstColumn("SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT IN ('migration', 'sent_write', 'last_write') AND name NOT LIKE 'sqlite%' ORDER BY name");
        $described = (array) json_decode((string) file_get_contents("{$this->folder}/datapackage.json"), true, 64, JSON_THROW_ON_ERROR);
        self::assertSame($tables, array_column($described['resources'], 'name'));
        $triggers = $this->db()->fetchAllAssociative("SELECT name, sql FROM sqlite_master WHERE type = 'trigger' ORDER BY name");
        $first = self::files($this->folder);
        self::assertSame('a picture', $first['/photos/one.jpg']);

        (new Filesystem())->remove("{$photos}/one.jpg");
        $this->empty();
        self::assertStringStartsWith('0 ', $said = self::console('cradle:records-in', ['folder' => $this->folder]), $said);
        self::assertSame($triggers, $this->db()->fetchAllAssociative("SELECT name, sql FROM sqlite_master WHERE type = 'trigger' ORDER BY name"));
        self::console('cradle:records-out', ['folder' => "{$this->folder}-again"]);
        self::assertSame($first, self::files("{$this->folder}-again"));
        $this->signIn('ines');
        self::assertNotSame([], $this->ask('GET', '/api/batches')['batches']);
        (new Filesystem())->remove("{$photos}/one.jpg");
    }

    public function testItIsATabularDataPackageByItsPublishedSchema(): void
    {
        self::console('cradle:records-out', ['folder' => $this->folder]);
        $schema = json_decode((string) preg_replace('/"\$schema":[^,]+,/', '', (string) file_get_contents(__DIR__.'/tabular-data-package.json'), 1), false, 512, JSON_THROW_ON_ERROR);
        $package = json_decode((string) file_get_contents("{$this->folder}/datapackage.json"), false, 512, JSON_THROW_ON_ERROR);
        self::assertTrue((new Validator())->validate($package, $schema)->isValid());
        $package->resources[0]->schema->fields[0]->type = 'colour';
        self::assertFalse((new Validator())->validate($package, $schema)->isValid(), 'The schema looks at the columns.');
    }

    public function testItIsDownloadedAsOneFile(): void
    {
        $this->signIn('ines');
        $answer = $this->send('GET', '/api/records');
        self::assertSame('application/zip', $answer->headers->get('Content-Type'));
        $zip = Kernel::varDir().'/records.zip';
        ob_start();
        $answer->sendContent();
        file_put_contents($zip, (string) ob_get_clean());
        $packed = new \ZipArchive();
        $packed->open($zip);
        self::assertStringContainsString("Lavender 'Grey Ferry'", (string) $packed->getFromName('records/data/crop.csv'));
        self::assertNotFalse($packed->locateName('records/datapackage.json'));
        unlink($zip);
    }

    public function testWhatWasTamperedWithLeavesTheNurseryEmpty(): void
    {
        self::console('cradle:records-out', ['folder' => $this->folder]);
        self::assertStringContainsString('is there already', self::console('cradle:records-out', ['folder' => $this->folder]));
        self::assertStringContainsString('There is a nursery here already', self::console('cradle:records-in', ['folder' => $this->folder]));
        $this->empty();
        foreach ([
            ['standing.csv', '/^(\d+,\w+),(\d+)$/m', '$1,1$2', 'does not follow from the book'],
            ['standing.csv', '/^\d+,sold,\d+\n/m', '', 'Not all that stands'],
            ['entry.csv', '/,stuck,(\d+,)rooted,/', ',stuck,$1potted,', 'No plant can make this move'],
            ['batch.csv', '/^(\d+),/m', '9999$1,', 'points to nothing'],
            ['zone.csv', '/^(\d+),/m', 'one,', '"one" in row 1'],
            ['crop.csv', '/^id,/', 'number,', 'are not those of this version'],
            ['crop.csv', "/\n2,/", "\n2,2,", 'Row 2'],
            ['customer.csv', '/^2,/m', '1,', 'contradict themselves'],
            ['../datapackage.json', '/"format": "\w+"/', '"format": "Version20250101000000"', 'by another version'],
            ['../datapackage.json', '/^\{/', '', 'is not what this program wrote'],
        ] as [$file, $what, $with, $says]) {
            $path = "{$this->folder}/data/{$file}";
            $was = (string) file_get_contents($path);
            $is = (string) preg_replace($what, $with, $was, 1);
            self::assertNotSame($was, $is, "{$file} {$what}");
            file_put_contents($path, $is);
            $said = self::console('cradle:records-in', ['folder' => $this->folder]);
            self::assertStringContainsString($says, $said, "{$file} {$what}");
            self::assertStringStartsWith('1 ', $said);
            self::assertSame(0, (int) $this->db()->fetchOne('SELECT (SELECT count(*) FROM account) + (SELECT count(*) FROM crop)'));
            file_put_contents($path, $was);
        }
        self::assertStringContainsString('There is no', self::console('cradle:records-in', ['folder' => '/nowhere']));
        self::assertStringStartsWith('0 ', self::console('cradle:records-in', ['folder' => $this->folder]), 'As it was, it comes in.');
    }
}
