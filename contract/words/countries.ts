import * as z from 'zod'

/** What is usual in a country; every one of these is a setting of its own afterwards. */
export interface Country {
  /** ISO 3166-1 alpha-2. */
  readonly id: string
  readonly name: string
  /** ISO 4217. */
  readonly currency: string
  readonly units: Units
}

/** Kilograms and degrees Celsius, or pounds and degrees Fahrenheit. */
export const UNITS = ['metric', 'us'] as const
export type Units = (typeof UNITS)[number]
/** Where dogs are weighed in pounds (Unicode CLDR, measurement system US; of these countries that one alone). */
const IN_POUNDS: ReadonlySet<string> = new Set(['US'])

/*
 * Countries by their ISO 3166 code with the currency by ISO 4217 as of 2026 (Croatia and Bulgaria pay in euros). How days
 * and hours are written there is asked of the platform's own tables (Unicode CLDR).
 */
const LIST = `AR ARS|AT EUR|AU AUD|BE EUR|BG EUR|BR BRL|CA CAD|CH CHF|CL CLP|CO COP|CY EUR|CZ CZK|DE EUR|DK DKK|EE EUR|ES EUR|FI EUR|FR EUR|GB GBP|GR EUR|HK HKD|HR EUR|HU HUF|IE EUR|IL ILS|IN INR|IS ISK|IT EUR|JP JPY|KR KRW|LT EUR|LU EUR|LV EUR|MT EUR|MX MXN|MY MYR|NL EUR|NO NOK|NZ NZD|PH PHP|PL PLN|PT EUR|RO RON|RS RSD|SE SEK|SG SGD|SI EUR|SK EUR|TH THB|TR TRY|TW TWD|UA UAH|US USD|ZA ZAR`

const names = new Intl.DisplayNames('en-GB', { type: 'region' })

/** By name. */
export const COUNTRIES: readonly Country[] = LIST.split('|')
  .map((line): Country => {
    const [id, currency] = line.split(' ') as [string, string]
    return { id, name: names.of(id) ?? id, currency, units: IN_POUNDS.has(id) ? 'us' : 'metric' }
  })
  .sort((a, b) => a.name.localeCompare(b.name))

export const countrySchema = z.enum(COUNTRIES.map(({ id }) => id) as [string, ...string[]], {
  error: 'a country by its two letters, as DE',
})

export const countryOf = (id: string): Country | undefined => COUNTRIES.find((country) => country.id === id)

/** The country a browser's language names, where it names one of these: "en-IE" is Ireland. */
export function countryOfLanguage(language: string): string | null {
  const [, region] = /-([A-Z]{2})\b/.exec(language) ?? []
  return region && countryOf(region) ? region : null
}
