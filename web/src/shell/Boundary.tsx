import { Component, type ReactNode } from 'react'

interface Props {
  /** Where we are: going elsewhere begins anew. */
  at: string
  children: ReactNode
}

/** A room that was not on this device and cannot be fetched: after a new version, or without a network. */
const isUnfetched = (error: Error) =>
  /dynamically imported module|Importing a module script|Loading chunk|preload/i.test(error.message)

/** Holds what breaks in one room, so that the rest of the house stands; says what can be done. */
export class Boundary extends Component<Props, { error: Error | null; at: string }> {
  state = { error: null as Error | null, at: this.props.at }

  static getDerivedStateFromError(error: Error) {
    return { error }
  }

  static getDerivedStateFromProps(props: Props, state: { error: Error | null; at: string }) {
    return props.at === state.at ? null : { error: null, at: props.at }
  }

  render() {
    const { error } = this.state
    if (!error) return this.props.children
    return (
      <div role="alert" className="sheet max-w-xl p-4 border-plum">
        <h1>{isUnfetched(error) ? 'This room could not be fetched' : 'This room cannot be shown'}</h1>
        <p className="mt-2">
          {isUnfetched(error)
            ? 'There is a newer version, or no network. Nothing that was kept is lost.'
            : 'Something in it went wrong. Nothing that was kept is lost; the other rooms are as they were.'}
        </p>
        <div className="mt-3 flex flex-wrap gap-2">
          <button type="button" className="act-main" onClick={() => location.reload()}>
            Load anew
          </button>
          {!isUnfetched(error) && (
            <button type="button" className="act" onClick={() => this.setState({ error: null })}>
              Try again
            </button>
          )}
        </div>
      </div>
    )
  }
}
