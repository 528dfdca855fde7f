import type { CreationAttributes, Model, ModelStatic, Transaction } from 'sequelize'

/**
 * The row of a key, begun where it is not there yet. Of two who begin it at once both find the one. (The library's own way
 * makes a function in the database for each call, which a role of few rights may not.)
 */
export async function ensured<M extends Model>(
  of: ModelStatic<M>,
  key: string | number,
  begun: CreationAttributes<M>,
  transaction: Transaction,
): Promise<M> {
  const there = await of.findByPk(key, { transaction })
  if (there) return there
  await of.bulkCreate([begun], { ignoreDuplicates: true, transaction })
  return (await of.findByPk(key, { transaction }))!
}
