import { zodResolver } from '@hookform/resolvers/zod'
import type { ComponentProps, ReactNode } from 'react'
import {
  type DefaultValues,
  type FieldValues,
  FormProvider,
  get,
  type Path,
  type SubmitHandler,
  type UseFormReturn,
  useForm,
  useFormContext,
} from 'react-hook-form'
import type { z } from 'zod'
import { expectedOf } from '../../contract/formats/zod-issues.ts'
import { CheckField, SelectField, TextField } from './Field.tsx'

/**
 * A form whose values are what a schema takes: what is wrong is said beside its field once the form was sent, and goes
 * as it is put right; nothing that was typed is lost.
 * @returns react-hook-form's own; sending it gives what the schema made of it
 */
export const useZodForm = <S extends z.ZodType<unknown, FieldValues>>(
  schema: S,
  defaultValues: DefaultValues<z.input<S>>,
): UseFormReturn<z.input<S>, unknown, z.output<S>> =>
  useForm<z.input<S>, unknown, z.output<S>>({ resolver: zodResolver(schema, { error: expectedOf }), defaultValues })

/** Fields under it find their value and their fault by their name. */
export const Form = <In extends FieldValues, Out>({
  form,
  onSend,
  className,
  children,
}: {
  form: UseFormReturn<In, unknown, Out>
  onSend: SubmitHandler<Out>
  className?: string
  children: ReactNode
}): ReactNode => (
  <FormProvider {...form}>
    <form className={className} noValidate onSubmit={form.handleSubmit(onSend)}>
      {children}
    </form>
  </FormProvider>
)

interface Named<In extends FieldValues> {
  readonly name: Path<In>
}

const useNamed = (name: string) => {
  const {
    register,
    formState: { errors },
  } = useFormContext()
  const message = (get(errors, name) as { message?: string } | undefined)?.message
  return { ...register(name), error: message && `Needed: ${message}` }
}

/** Words, a day, a time or a number of the form around it. */
export const FormText = <In extends FieldValues = FieldValues>({
  name,
  ...rest
}: Named<In> & ComponentProps<typeof TextField>): ReactNode => <TextField {...rest} {...useNamed(name)} />

/** One of a list, of the form around it. */
export const FormSelect = <In extends FieldValues = FieldValues>({
  name,
  ...rest
}: Named<In> & ComponentProps<typeof SelectField>): ReactNode => <SelectField {...rest} {...useNamed(name)} />

/** Yes or no, of the form around it. */
export const FormCheck = <In extends FieldValues = FieldValues>({
  name,
  ...rest
}: Named<In> & ComponentProps<typeof CheckField>): ReactNode => {
  const { register } = useFormContext()
  return <CheckField {...rest} {...register(name)} />
}
