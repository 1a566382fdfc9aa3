import { Chart, LinearScale, LineController, LineElement, PointElement, ScatterController } from 'chart.js';

// The parts that plots are made of, and no others: the file is asked for once a page stands.
Chart.register(LinearScale, LineController, LineElement, PointElement, ScatterController);

export { Chart };
