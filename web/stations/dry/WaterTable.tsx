import type { ReactNode } from 'react'
import { minutesText } from '../../../contract/words/index.ts'
import {
  type Assessment,
  type Drying,
  type DryingModel,
  type DrySettings,
  dryerKwh,
  type House,
  naturalHours,
} from '../../../core/index.ts'
import { HouseNumber } from '../../parts/HouseNumber.tsx'
import { Table } from '../../parts/Table.tsx'

/** What it takes to evaporate a kilogram: 2.45 MJ (FAO-56). */
const KWH_PER_KG = 2.45 / 3.6

/** Where the water goes, what it costs, and why not to let it dry by itself. */
export function WaterTable({
  drying,
  settings,
  assessment,
  model,
  house,
}: {
  drying: Drying
  settings: DrySettings
  assessment: Assessment
  model: DryingModel
  house: House
}): ReactNode {
  const { water, towels, coatMassG, inVerdict, brushedInVerdict } = drying
  const rows = [
    ['Dripping', water.dripping],
    [`Squeezed, cloth, ${towels} towel${towels === 1 ? '' : 's'}`, -water.towelled],
    ['Blown off', -water.blownOff],
    ['Into the room’s air', -water.vapour],
    ['Left in a dry coat', water.left],
  ] as const
  const hours = naturalHours(assessment, model, house)
  return (
    <>
      <Table
        testId="water"
        caption="Where the water goes"
        rows={rows}
        keyOf={([what]) => what}
        columns={[
          { head: '', names: true, cell: ([what]) => what },
          { head: '', figures: true, className: 'font-semibold', cell: ([, grams]) => `${Math.round(grams)} g` },
        ]}
      />
      <p className="text-sm text-ink-2">
        The dryers draw {dryerKwh(drying, settings, house).toFixed(2)} kWh; evaporating that water takes{' '}
        {((water.vapour / 1000) * KWH_PER_KG).toFixed(2)}. {(water.vapour / 1000).toFixed(2)} litres go into the room.
        By itself this coat would take about {hours < 2 ? hours.toFixed(1) : Math.round(hours)} hours, skin damp all the
        while. {Math.round(coatMassG)} g of dry coat (<HouseNumber id={`coat.${assessment.dog.coatType}`} />,{' '}
        <HouseNumber id={`pickup.${assessment.dog.coatType}`} />
        ).{' '}
        {inVerdict > 0.5 &&
          `${minutesText(inVerdict)} of the strong air are the verdict’s blow-out, counted there already. `}
        {brushedInVerdict > 0.5 &&
          `${minutesText(brushedInVerdict)} of the brushing are the verdict’s, done here: they are not added twice. `}
        Air at the skin warm, never hot; the comb and your hand decide.
      </p>
    </>
  )
}
