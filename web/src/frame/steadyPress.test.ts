import { beforeEach, expect, it, vi } from 'vitest'
import { keepPresses } from '@/frame/steadyPress'

const clicked = vi.fn()
const page = document.implementation.createHTMLDocument()
keepPresses(page)
let button: HTMLButtonElement
const send = (kind: string, on: Element, x: number, y: number, mouse = 0) =>
  on.dispatchEvent(new MouseEvent(kind, { bubbles: true, clientX: x, clientY: y, button: mouse }))

beforeEach(() => {
  page.body.innerHTML = '<button><span>Send</span></button><p>beside</p>'
  button = page.querySelector('button')!
  clicked.mockClear()
  button.addEventListener('click', clicked)
})
const beside = () => page.querySelector('p')!

it('gives the press to the button from under which the page moved', () => {
  send('pointerdown', page.querySelector('span')!, 10, 10)
  send('pointerup', beside(), 10, 11)
  expect(clicked).toHaveBeenCalledTimes(1)
})

it('leaves to the browser what ends where it began, and nothing to a hand that moved, another button or one that is gone', () => {
  send('pointerdown', button, 10, 10)
  send('pointerup', button, 10, 10)
  send('pointerdown', button, 10, 10)
  send('pointerup', beside(), 10, 40)
  send('pointerdown', button, 10, 10, 2)
  send('pointerup', beside(), 10, 10, 2)
  send('pointerdown', beside(), 10, 10)
  send('pointerup', button, 10, 10)
  send('pointerdown', button, 10, 10)
  button.remove()
  send('pointerup', beside(), 10, 10)
  page.body.innerHTML += '<svg><g role="button"></g></svg>' // drawn: it would have no click
  send('pointerdown', page.querySelector('g')!, 10, 10)
  send('pointerup', beside(), 10, 10)
  expect(clicked).not.toHaveBeenCalled()
})
