import type { ObjectLiteral, Repository } from 'typeorm';

/** Asks of one table. What writes goes through `Transactions`; this connection couldn't. */
export type Reads<Row extends ObjectLiteral> = Pick<
  Repository<Row>,
  | 'find'
  | 'findBy'
  | 'findOne'
  | 'findOneBy'
  | 'findOneOrFail'
  | 'findOneByOrFail'
  | 'existsBy'
  | 'countBy'
  | 'query'
  | 'createQueryBuilder'
>;
