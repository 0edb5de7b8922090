<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Database;

use WetCradle\Server\Database\Copies;
use WetCradle\Server\Kernel;
use WetCradle\Server\Tests\House;

/** Copies that are made while people work, and put back. */
final class CopiesTest extends House
{
    protected function setUp(): void
    {
        parent::setUp();
        exec('rm -rf '.escapeshellarg(Kernel::varDir().'/copies').' '.escapeshellarg(Kernel::varDir()).'/aside-*');
    }

    protected function tearDown(): void
    {
        $_SERVER['CRADLE_TODAY'] = $_ENV['CRADLE_TODAY'] = '2027-05-12';
        exec('rm -rf '.escapeshellarg(Kernel::varDir().'/copies').' '.escapeshellarg(Kernel::varDir()).'/aside-*');
        parent::tearDown();
    }

    private static function on(string $moment): void
    {
        $_SERVER['CRADLE_TODAY'] = $_ENV['CRADLE_TODAY'] = $moment;
    }

    /** @return list<mixed> */
    private static function rowsOf(string $file, string $table): array
    {
        $rows = (new \PDO('sqlite:'.$file))->query("SELECT * FROM {$table}");

        return $rows === false ? [] : array_values($rows->fetchAll(\PDO::FETCH_NUM));
    }

    private static function orders(): int
    {
        return count(self::rowsOf(self::live(), 'wanted'));
    }

    private static function live(): string
    {
        return Kernel::varDir().'/cradle.sqlite';
    }

    public function testACopyHasAllThatWasKeptAndIsReadByNobodyElse(): void
    {
        self::on('2027-05-12 03:00:00');
        $photos = Kernel::varDir().'/photos';
        @mkdir($photos, 0o700);
        file_put_contents("{$photos}/one.jpg", 'a picture');
        $this->signIn();
        self::assertTrue($this->ask('GET', '/api/session')['copyIsOld']);
        // A writer who is at it keeps nobody from copying.
        $other = new \PDO('sqlite:'.self::live());
        $other->exec('BEGIN IMMEDIATE');
        self::assertStringStartsWith('0 ', self::console('cradle:backup'));
        $other->exec('ROLLBACK');
        $copy = Kernel::varDir().'/copies/2027-05-12_030000';
        self::assertNull(Copies::faultOf("{$copy}/cradle.sqlite"));
        foreach (['batch', 'entry', 'act', 'account', 'wanted'] as $table) {
            self::assertSame(
                $this->db()->fetchAllNumeric("SELECT * FROM {$table}"),
                self::rowsOf("{$copy}/cradle.sqlite", $table),
                $table,
            );
        }
        self::assertSame('a picture', file_get_contents("{$copy}/photos/one.jpg"));
        foreach (['', '/cradle.sqlite', '/photos', '/photos/one.jpg', '/copy.json'] as $path) {
            self::assertSame(0, (int) fileperms($copy.$path) & 0o077, "{$path} is for nobody else.");
        }
        self::assertFalse($this->ask('GET', '/api/session')['copyIsOld']);
        self::on('2027-05-13 15:00:01');
        self::assertTrue($this->ask('GET', '/api/session')['copyIsOld'], 'A night was missed.');
        self::assertSame(['2027-05-13_150001', '2027-05-12_030000'], array_column($this->ask('POST', '/api/copies')['copies'], 'name'));
        self::assertSame(fileinode("{$copy}/photos/one.jpg"), fileinode(Kernel::varDir().'/copies/2027-05-13_150001/photos/one.jpg'), 'It takes no room twice.');
        $this->signIn('bo');
        self::assertFalse($this->ask('GET', '/api/session')['copyIsOld']);
        $this->refused(403, 'GET', '/api/copies');
        unlink("{$photos}/one.jpg");
    }

    public function testANurseryThatStandsOpenIsClosedToOthers(): void
    {
        chmod(Kernel::varDir(), 0o755);
        exec(escapeshellarg(PHP_BINARY).' '.escapeshellarg(dirname(__DIR__, 2).'/bin/console').' cradle:backup --if-old');
        clearstatcache();
        self::assertSame(0o700, (int) fileperms(Kernel::varDir()) & 0o777);
    }

    public function testCopiesAreKeptForSoManyDaysAndTheNewestAlways(): void
    {
        foreach (['2027-04-01', '2027-05-01', '2027-05-11'] as $day) {
            self::on("{$day} 03:00:00");
            self::console('cradle:backup', ['--keep' => '400']);
        }
        self::assertSame('2 --keep is a number of days, 1 or more.', self::console('cradle:backup', ['--keep' => 'ever']));
        self::on('2027-05-12 03:00:00');
        mkdir(Kernel::varDir().'/copies/2027-05-02_030000.new');
        self::console('cradle:backup', ['--keep' => '7']);
        self::assertSame(['2027-05-11_030000', '2027-05-12_030000'], array_map(basename(...), glob(Kernel::varDir().'/copies/*') ?: []));
        self::assertSame('0 ', self::console('cradle:backup', ['--if-old' => true]), 'It is not old yet.');
        self::assertCount(2, glob(Kernel::varDir().'/copies/*') ?: []);
    }

    public function testACopyIsPutBackAndWhatWasThereIsPutAside(): void
    {
        self::on('2027-05-12 03:00:00');
        self::console('cradle:backup');
        $before = self::orders();
        $this->signIn();
        $this->ask('POST', '/api/wanted', ['crop' => 'mint-cellar', 'plants' => 20, 'pot' => 1, 'readyWeek' => '2027-W34', 'priority' => 'nice']);
        self::assertStringContainsString('2027-05-12_030000', self::console('cradle:restore'));
        self::assertSame('1 There is no copy 2020-01-01_000000.', self::console('cradle:restore', ['copy' => '2020-01-01_000000']));
        // Somebody works with it.
        $other = proc_open([PHP_BINARY, '-r', '$d = new PDO("sqlite:".$argv[1]); $d->query("SELECT count(*) FROM wanted"); echo "open\n"; fgets(STDIN);', self::live()], [
            ['pipe', 'r'], ['pipe', 'w'], ['file', '/dev/null', 'w'],
        ], $pipes);
        assert(is_resource($other));
        fgets($pipes[1]);
        self::assertStringStartsWith('1 The database is in use', self::console('cradle:restore', ['copy' => '2027-05-12_030000']));
        self::assertSame($before + 1, self::orders());
        fwrite($pipes[0], "\n");
        proc_close($other);
        self::assertStringStartsWith('0 The copy is in its place.', self::console('cradle:restore', ['copy' => '2027-05-12_030000']));
        self::assertSame($before, self::orders());
        self::assertSame(0o600, (int) fileperms(self::live()) & 0o777);
        $aside = glob(Kernel::varDir().'/aside-*/cradle.sqlite') ?: [];
        self::assertCount(1, $aside);
        self::assertSame($before + 1, count(self::rowsOf($aside[0], 'wanted')));
    }

    public function testWhatIsBrokenIsNeverCopiedOverWhatIsGood(): void
    {
        self::on('2027-05-12 03:00:00');
        self::console('cradle:backup');
        $copy = Kernel::varDir().'/copies/2027-05-12_030000/cradle.sqlite';
        $good = (string) file_get_contents($copy);
        file_put_contents($copy, substr($good, 0, -8192));
        $was = (string) file_get_contents(self::live());
        self::assertStringStartsWith('1 That copy is not good, so nothing was changed', self::console('cradle:restore', ['copy' => '2027-05-12_030000']));
        self::assertSame($was, (string) file_get_contents(self::live()));
        file_put_contents($copy, $good);
        // The disk has lost the end of the present one.
        file_put_contents(self::live(), substr($was, 0, -8192));
        self::on('2027-05-13 03:00:00');
        self::assertStringStartsWith('1 No copy was made.', self::console('cradle:backup'));
        self::assertStringStartsWith('0 The copy is in its place.', self::console('cradle:restore', ['copy' => '2027-05-12_030000']));
        self::assertNull(Copies::faultOf(self::live()));
    }
}
