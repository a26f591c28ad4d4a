import { createMemoryRouter } from 'react-router';
import { useNameBench } from '../store/nameBench';
import { wayOf } from './way';

const stage = (name: string) => ({ path: name, element: null });
async function at(address: string, basename = '/') {
  const router = createMemoryRouter(
    [
      { path: '/projects', element: null },
      { path: '/p/:projectId', children: ['dress', 'name', 'fit'].map(stage) },
    ],
    { initialEntries: [address], basename },
  );
  const here = () => `${router.state.location.pathname}${router.state.location.search}`;
  const settle = () => new Promise((go) => setTimeout(go, 0));
  return { way: wayOf(router), here, settle, router };
}

test('a letter is taken in hand on the stage that is open, and back leads to the one before', async () => {
  const t = await at('/p/mill/dress?glyph=a1');
  t.way.take('b2');
  await t.settle();
  expect(t.here()).toBe('/p/mill/dress?glyph=b2');
  await t.router.navigate(-1);
  expect(t.here()).toBe('/p/mill/dress?glyph=a1');
});

test('another stage keeps what is in hand, unless something else is said', async () => {
  const t = await at('/p/mill/dress?glyph=a1');
  t.way.goTo('fit');
  await t.settle();
  expect(t.here()).toBe('/p/mill/fit?glyph=a1');
  t.way.goTo('dress', 'c3');
  await t.settle();
  expect(t.here()).toBe('/p/mill/dress?glyph=c3');
  const bare = await at('/p/mill/dress');
  bare.way.goTo('name');
  await bare.settle();
  expect(bare.here()).toBe('/p/mill/name');
});

test('characters nobody drew are taken in hand by themselves, and made where they are named', async () => {
  const t = await at('/p/mill/fit?glyph=a1');
  useNameBench.setState({ tab: 'bill', pieceId: 'p' });
  t.way.make('&');
  await t.settle();
  expect(t.here()).toBe('/p/mill/name?char=%26');
  expect(useNameBench.getState()).toMatchObject({ tab: 'letter', pieceId: null });
  t.way.takeMissing('é');
  await t.settle();
  expect(new URLSearchParams(t.here().split('?')[1]).get('char')).toBe('é');
  t.way.to('/projects');
  await t.settle();
  expect(t.here()).toBe('/projects');
});

test('the app may lie in a folder of its server: its ways stay in the project that is open', async () => {
  const t = await at('/fonts/p/mill/dress?glyph=a1', '/fonts/');
  t.way.goTo('fit');
  await t.settle();
  expect(t.here()).toBe('/fonts/p/mill/fit?glyph=a1');
});
