-- What the estate asks of its rules, as in a policy document; null where it is what is usual.
alter table estate add column asks longtext null;
