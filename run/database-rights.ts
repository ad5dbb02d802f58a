/** The shop's own database, and who may do what there; said at every start, for the first may have been cut off. */
export const databaseRights = (secret: string): string =>
  [
    `ALTER USER root@localhost IDENTIFIED BY '${secret}';`,
    "CREATE DATABASE IF NOT EXISTS tall_compass CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;",
    `CREATE USER IF NOT EXISTS tall_compass@'127.0.0.1' IDENTIFIED BY '${secret}';`,
    `ALTER USER tall_compass@'127.0.0.1' IDENTIFIED BY '${secret}';`,
    // And what stands beside it for a while: a copy that is tried out or put back.
    "GRANT ALL ON `tall\\_compass%`.* TO tall_compass@'127.0.0.1';",
    // Who puts a copy there: a file from elsewhere reaches nothing of the shop itself.
    `CREATE USER IF NOT EXISTS tall_compass_beside@'127.0.0.1' IDENTIFIED BY '${secret}';`,
    `ALTER USER tall_compass_beside@'127.0.0.1' IDENTIFIED BY '${secret}';`,
    "GRANT ALL ON `tall\\_compass\\_%`.* TO tall_compass_beside@'127.0.0.1';",
    // Who keeps several shops, where they are asked for (./start --shops): each has a database and a user of its own.
    `CREATE USER IF NOT EXISTS tall_compass_shops@'127.0.0.1' IDENTIFIED BY '${secret}';`,
    `ALTER USER tall_compass_shops@'127.0.0.1' IDENTIFIED BY '${secret}';`,
    "GRANT ALL ON `shop\\_%`.* TO tall_compass_shops@'127.0.0.1' WITH GRANT OPTION;",
    "GRANT CREATE USER ON *.* TO tall_compass_shops@'127.0.0.1';",
    "",
  ].join("\n");
