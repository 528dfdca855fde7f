import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'

/** Deletes rows of a table. @param values what the condition names, as `:since` @returns how many there were */
export async function removeRows(
  sequelize: Sequelize,
  table: string,
  where: string,
  values: Readonly<Record<string, unknown>>,
  transaction: Transaction,
): Promise<number> {
  const [, result] = await sequelize.query(`DELETE FROM ${table} WHERE ${where}`, {
    type: QueryTypes.RAW,
    transaction,
    replacements: values,
  })
  return (result as { rowCount?: number }).rowCount ?? 0
}
