-- the language that somebody reads Pelerin in; no row: as the browser asks
CREATE TABLE own_language (
    account  VARCHAR(60) NOT NULL PRIMARY KEY,
    language VARCHAR(8)  NOT NULL
);
