import { Children, type ComponentProps, isValidElement, type ReactNode } from 'react'

/**
 * One of several. What is shown as chosen is what is sent: where the value is none of the choices, or they are still on their
 * way, nothing else is shown in its place.
 */
export function Choose({ value, children, ...rest }: Omit<ComponentProps<'select'>, 'value'> & { value: string }) {
  const isThere = Children.toArray(children).some(
    (option) =>
      isValidElement<{ value?: string | number; children?: ReactNode }>(option) &&
      String(option.props.value ?? option.props.children) === value,
  )
  return (
    <select {...rest} value={value}>
      {!isThere && <option value={value}>Choose one</option>}
      {children}
    </select>
  )
}
