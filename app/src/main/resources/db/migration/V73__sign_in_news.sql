-- What somebody is to be told of by mail about his own sign-in; gone once it is sent.
CREATE TABLE sign_in_news (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  account VARCHAR(60) NOT NULL,
  what VARCHAR(20) NOT NULL,
  at BIGINT NOT NULL
);
