-- the units in which somebody wants values shown; empty for as they were recorded
CREATE TABLE own_units (
    account     VARCHAR(60) NOT NULL PRIMARY KEY,
    temperature VARCHAR(10) NOT NULL,
    pressure    VARCHAR(10) NOT NULL,
    length      VARCHAR(10) NOT NULL,
    volume      VARCHAR(10) NOT NULL
);
