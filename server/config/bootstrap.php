<?php

declare(strict_types=1);

use WetCradle\Server\Kernel;

require_once dirname(__DIR__).'/vendor/autoload.php';

date_default_timezone_set('UTC');

$_SERVER['APP_ENV'] ??= $_ENV['APP_ENV'] ?? 'prod';
$_SERVER['APP_DEBUG'] ??= $_ENV['APP_DEBUG'] ?? '0';

// What is kept here is for nobody else on this machine to read.
umask(0o077);
$var = Kernel::varDir();
foreach (['', '/sessions'] as $folder) {
    if (!is_dir($var.$folder) && !@mkdir($var.$folder, 0700, true) && !is_dir($var.$folder)) {
        fwrite(STDERR, "Cannot make the folder {$var}{$folder}.\n");
        exit(1);
    }
}
// A nursery of an earlier version may stand open.
if ((fileperms($var) & 0o077) !== 0) {
    @chmod($var, 0o700);
}
$_ENV['CRADLE_VAR_DIR'] = $_SERVER['CRADLE_VAR_DIR'] = $var;

// The secret is made once and stays beside the database; nobody has to invent one.
$secret = $var.'/secret';
if (!is_file($secret)) {
    file_put_contents($secret, bin2hex(random_bytes(24)), LOCK_EX);
    chmod($secret, 0600);
}
$_ENV['CRADLE_SECRET'] = $_SERVER['CRADLE_SECRET'] = trim((string) file_get_contents($secret));
